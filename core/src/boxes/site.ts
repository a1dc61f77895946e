import type { Framing } from '../framing/index.ts';
import type { Plan } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import type { BoxLayout } from './index.ts';

/** What a place for a box is judged by: the plan, its framing, the boxes that are there, and the rules in force. */
export interface Site {
  readonly plan: Plan;
  readonly framing: Framing;
  readonly layout: BoxLayout;
  readonly rules: RuleBook;
}

/** What boxes are placed by: walls as they are framed and rooms as they are bounded. */
export interface Bounded {
  readonly plan: Plan;
  readonly framing: Framing;
  readonly rooms: Readonly<Record<string, FoundRoom>>;
  readonly rules: RuleBook;
}
