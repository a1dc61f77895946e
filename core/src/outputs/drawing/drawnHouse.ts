import type { Member } from '../../framing/index.ts';
import type { LaidRun } from '../../runs/index.ts';
import type { CeilingMark, Mark } from '../marks.ts';

/** What of a result the drawings of plan and unrolled room read: any result, or the part of one that is shown. */
export interface DrawnHouse {
  readonly members: readonly Member[];
  readonly rooms: Readonly<
    Record<string, { readonly closed: boolean; readonly area: number; readonly perimeter: number }>
  >;
  readonly marks: Readonly<Record<string, Mark>>;
  readonly ceilings: Readonly<Record<string, CeilingMark>>;
  readonly runs: Readonly<Record<string, Pick<LaidRun, 'path' | 'bores' | 'cable'>>>;
}
