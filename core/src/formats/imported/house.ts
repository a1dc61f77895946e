import type { XY } from '../../geometry/index.ts';
import type { Opening, RoomUse, Side } from '../../plan/index.ts';

/** A house as read from another program's file, before it is a plan. Inches; x right, y up. */
export interface ImportedHouse {
  readonly levels: readonly ImportedLevel[];
  readonly walls: readonly ImportedWall[];
  /** Whether the walls’ ends are where they meet already; else they are brought there. */
  readonly areJoined?: boolean;
  readonly labels: readonly ImportedLabel[];
}

export interface ImportedLevel {
  readonly id: string;
  readonly name: string;
  readonly ceiling: number;
  /** Its subfloor over the lowest level's. */
  readonly elevation: number;
}

/** A wall by the middle of its drawn thickness, with its openings in order along it. */
export interface ImportedWall {
  readonly level: string;
  readonly a: XY;
  readonly b: XY;
  readonly thickness: number;
  readonly exterior: boolean;
  /** Top of a wall that stops below the level's ceiling, as under a roof; absent for the rest. */
  readonly height?: number;
  /** Finish on each side that the file's thickness leaves beyond the framing; the usual finish when not given. */
  readonly finish?: number;
  readonly openings: readonly ImportedOpening[];
}

export interface ImportedOpening {
  /** Along the wall from `a`. */
  readonly start: number;
  readonly end: number;
  readonly kind: Opening['kind'];
  readonly sill: number;
  readonly head: number;
  readonly hinge: 'from' | 'to';
  readonly swing: Side;
}

/** A room's name where it is written, and its size where that is written too. */
export interface ImportedLabel {
  readonly level: string;
  readonly at: XY;
  readonly name: string;
  readonly size: readonly [number, number] | null;
  /** When the file tells what the room is for. */
  readonly use?: RoomUse;
}

/** Something a person should look at before accepting: what, where, and what was assumed. */
export interface Doubt {
  readonly about: string;
  readonly says: string;
  readonly level: string;
  readonly at: XY | null;
}
