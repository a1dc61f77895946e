import type { Plan } from '../plan/index.ts';
import type { BoxLayout } from '../boxes/index.ts';
import type { CircuitResult } from '../circuits/index.ts';
import type { BoxResult } from '../fill/index.ts';
import type { Framing } from '../framing/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import type { RunLayout } from '../runs/index.ts';
import type { Wiring } from '../wiring/index.ts';

/** What every stage makes of a plan, for the checks and for drawing: records that answer entry by entry. */
export interface Stages {
  readonly framing: Framing;
  readonly rooms: Readonly<Record<string, FoundRoom>>;
  readonly layout: BoxLayout;
  readonly runs: RunLayout;
  readonly wiring: Wiring;
  readonly circuits: Readonly<Record<string, CircuitResult>>;
  readonly boxes: Readonly<Record<string, BoxResult>>;
  readonly rules: RuleBook;
}

/** A plan and all that follows from it. Of a plan that is followed, it always is what follows from the plan as it is now. */
export interface House extends Stages {
  readonly plan: Plan;
}
