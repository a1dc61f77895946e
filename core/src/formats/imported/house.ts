import type { XY } from '../../geometry/index.ts';
import type { Opening, RoomUse, Side } from '../../plan/index.ts';

/** A house as read from another program's file, before it is a plan. Inches; x right, y up. */
export interface ImportedHouse {
  readonly levels: readonly ImportedLevel[];
  readonly walls: readonly ImportedWall[];
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

const uses: readonly [RegExp, RoomUse][] = [
  [/closet|w\.?i\.?c|\bclo\b|wardrobe/i, 'closet'],
  [/bed|schlaf|kinder|chambre/i, 'bedroom'],
  [/toil|powder|half bath|\bwc\b/i, 'powder'],
  [/bath|shower|bad\b/i, 'bath'],
  [/kitchen|küche/i, 'kitchen'],
  [/pantry/i, 'pantry'],
  [/dining|nook|esszimmer/i, 'dining'],
  [/laundry|wash/i, 'laundry'],
  [/util|mech|furnace/i, 'utility'],
  [/garage|carport/i, 'garage'],
  [/workshop|shop/i, 'workshop'],
  [/stair/i, 'stair'],
  [/hall|corridor|flur|diele/i, 'hall'],
  [/entry|foyer|vestibule/i, 'foyer'],
  [/porch|veranda/i, 'porch'],
  [/deck|patio|terrace|balcon/i, 'outdoor'],
  [/office|study|büro/i, 'office'],
  [/library|galler|galerie/i, 'library'],
  [/\bden\b/i, 'den'],
  [/family/i, 'family'],
  [/sun\s?room/i, 'sunroom'],
  [/rec|game|play/i, 'recreation'],
  [/mud/i, 'mud'],
  [/storage|attic/i, 'storage'],
  [/basement|cellar/i, 'basement'],
  [/great|living|lounge|wohnen/i, 'living'],
];

/** What words say a room is for; null when they say nothing. */
export const useNamed = (words: string): RoomUse | null =>
  uses.find(([pattern]) => pattern.test(words))?.[1] ?? null;

/** What a room is for, by its name; living when the name says nothing. */
export const useByName = (name: string): RoomUse => useNamed(name) ?? 'living';
