import type { Names } from '../plan/index.ts';
import { formatLength } from '../units/index.ts';

/** Error: would fail inspection or hurt someone. Warning: worth a look. Note: good to know. */
export type FindingLevel = 'error' | 'warning' | 'note';

/** What one kind of finding says, from its parameters and what things are called on site. */
export interface FindingText<P> {
  /** How bad it is, unless the check knows better. */
  readonly level: FindingLevel;
  /** The section of the code, or the practice, it comes from. */
  readonly source: string;
  readonly says: (params: P, names: Names) => string;
  readonly fix: (params: P, names: Names) => string;
}

/** Gives a text the type of its parameters. Ids in them are of things that `names` can name. */
export const text = <P>(own: FindingText<P>): FindingText<P> => own;

export const inches = formatLength;
export const nec = (section: string) => `NEC 2023 ${section} (from memory)`;
export const practice = 'common practice, no source';

/** “a light” or “3 lights”. */
export const counted = (count: number, one: string, many: string): string =>
  count === 1 ? one : `${count} ${many}`;
