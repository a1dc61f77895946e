import { counted, inches, nec, practice, text } from './text.ts';

interface InRoom {
  readonly room: string;
}

/** What findings about lights, their switches and alarms say. Lengths in inches. */
export const lightingTexts = {
  'light.nothing': text<{ count: number }>({
    level: 'note',
    source: nec('210.70(A)'),
    says: (f) =>
      `No lights or switches are laid out yet; ${counted(f.count, 'one room needs', 'rooms need')} a switched light.`,
    fix: () => 'Lay them out with one key, or place them by hand.',
  }),
  'light.none': text<InRoom>({
    level: 'error',
    source: nec('210.70(A)'),
    says: (f, n) => `${n.room(f.room)} has no lighting outlet.`,
    fix: () => 'Add a light with a switch at the way in.',
  }),
  'light.outside': text<InRoom>({
    level: 'error',
    source: nec('210.70(A)(2)'),
    says: (f, n) => `The door out of ${n.room(f.room)} has no light on its outer side.`,
    fix: () => 'Add one beside the door, switched from inside.',
  }),
  'light.unswitched': text<InRoom & { count: number }>({
    level: 'error',
    source: nec('210.70(A)'),
    says: (f, n) => `No switch controls ${counted(f.count, 'a light', 'lights')} of ${n.room(f.room)}.`,
    fix: () => 'Add a switch at the way in.',
  }),
  'light.stair': text<InRoom>({
    level: 'error',
    source: nec('210.70(A)(2)'),
    says: (f, n) => `${n.room(f.room)}: its lights are not switched from each level.`,
    fix: () => 'Add a three-way switch at the other end of the stair.',
  }),
  'light.ways': text<InRoom & { ways: number }>({
    level: 'warning',
    source: practice,
    says: (f, n) => `${n.room(f.room)} has ${f.ways} ways in and one switch.`,
    fix: () => 'Make it three-way, with a switch at each way in.',
  }),
  'light.closet': text<{ box: string; distance: number; limit: number; tooNarrow: boolean }>({
    level: 'error',
    source: nec('410.16(C)'),
    says: (f, n) =>
      `The closet light in ${n.box(f.box)}, is ${inches(f.distance)} from a wall with storage. Allowed ${inches(f.limit)}.`,
    fix: (f) =>
      f.tooNarrow
        ? 'No place in it is: leave the shelves off a side, or use a light that may be closer.'
        : 'Move it clear of the shelves, or use a light that may be closer.',
  }),
  'alarm.none': text<InRoom & { why: 'bedroom' | 'outside bedrooms' | 'level' }>({
    level: 'error',
    source: 'IRC 2021 R314.3, R315.3 (from memory)',
    says: (f, n) =>
      `${n.room(f.room)} has no smoke alarm; ${
        {
          level: 'its level has none',
          bedroom: 'every bedroom needs one',
          'outside bedrooms': 'outside bedrooms it needs one with CO',
        }[f.why]
      }.`,
    fix: () => 'Add one on the ceiling.',
  }),
  'alarm.near': text<{ alarm: string; other: string; apart: number; limit: number }>({
    level: 'warning',
    source: 'NFPA 72 29.11.3.4 (from memory); from lights: common practice, no source',
    says: (f, n) =>
      `The alarm ${n.box(f.alarm)} hangs ${inches(f.apart)} from ${n.box(f.other)}; ${inches(f.limit)} keep its air free.`,
    fix: () => 'Move the alarm, or the light.',
  }),
  'switch.swing': text<{ box: string }>({
    level: 'warning',
    source: practice,
    says: (f, n) => `The switch in ${n.box(f.box)}, stands behind an open door.`,
    fix: () => 'Put it on the latch side.',
  }),
} as const;
