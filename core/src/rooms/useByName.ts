import type { RoomUse } from '../plan/index.ts';

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
