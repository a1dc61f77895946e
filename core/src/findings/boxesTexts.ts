import { counted, inches, nec, practice, text } from './text.ts';

interface OfBox {
  readonly box: string;
}
interface OfTwo {
  readonly a: string;
  readonly b: string;
}

/** What findings about boxes, where they stand and what they hold say. Lengths in inches, volumes in cubic inches. */
export const boxesTexts = {
  'box.trim': text<OfBox & { limit: number }>({
    level: 'warning',
    source: practice,
    says: (f, n) => `${n.box(f.box)}, stands in the trim of an opening, which takes ${inches(f.limit)}.`,
    fix: () => 'Move it clear of the trim.',
  }),
  'box.behind-door': text<OfBox>({
    level: 'note',
    source: practice,
    says: (f, n) => `${n.box(f.box)}, is behind an open door.`,
    fix: () => 'It counts, but is awkward to use; move it if the rule still holds.',
  }),
  'box.back-to-back': text<OfTwo & { gap: number; limit: number; rated: 'none' | 'fire' | 'sound' }>({
    level: 'error',
    source: 'IRC 2021 R302.4.2 (from memory)',
    says: (f, n) =>
      `${n.box(f.a)}, and ${n.box(f.b)}, are ${inches(f.gap)} apart on the two sides of a wall ${f.rated === 'fire' ? 'rated for fire' : 'built against sound'}. Allowed ${inches(f.limit)}.`,
    fix: () => 'Move one to another bay, or use boxes listed for it with putty pads.',
  }),
  'box.screw-line': text<OfTwo & { off: number }>({
    level: 'note',
    source: practice,
    says: (f, n) =>
      `${n.boxNumber(f.a)} and ${n.box(f.b)}, stand together with their screws ${inches(f.off)} off line.`,
    fix: () => 'Line them up by their screws.',
  }),
  'box.wet': text<OfBox & { what: string; limit: number }>({
    level: 'error',
    source: nec('406.9(C)'),
    says: (f, n) => `${n.box(f.box)}, is within ${inches(f.limit)} of the ${f.what}.`,
    fix: () => 'Move it out of the zone.',
  }),
  'box.reach': text<OfBox & { height: number; low: number; high: number }>({
    level: 'warning',
    source: 'ANSI A117.1 (from memory)',
    says: (f, n) =>
      `${n.box(f.box)}, is ${inches(f.height)} high. Accessible reach is ${inches(f.low)} to ${inches(f.high)}.`,
    fix: () => 'Raise or lower it.',
  }),
  'box.mixed': text<OfBox>({
    level: 'error',
    source: nec('800.133'),
    says: (f, n) => `${n.box(f.box)}, holds power and low voltage together.`,
    fix: () => 'Give the low voltage a bracket of its own, or a box with a barrier.',
  }),
  'box.data-near': text<OfTwo & { gap: number; limit: number }>({
    level: 'note',
    source: practice,
    says: (f, n) =>
      `Data in ${n.boxNumber(f.a)} is ${inches(f.gap)} from power in ${n.box(f.b)}. House distance ${inches(f.limit)}.`,
    fix: () => 'Move the bracket along, and cross power square.',
  }),
  'data.home': text<{ count: number }>({
    level: 'note',
    source: practice,
    says: (f) =>
      f.count === 1
        ? 'A data or television outlet has no home for its cable.'
        : `${f.count} data and television outlets have no home for their cables.`,
    fix: () => 'Put a data box where the cables come together and call it their home.',
  }),
  'box.fan': text<OfBox & { model: string }>({
    level: 'error',
    source: nec('314.27(C)'),
    says: (f, n) => `${n.box(f.box)}, hangs a fan from “${f.model}”, which is not rated for one.`,
    fix: () => 'Use a fan-rated box and brace.',
  }),
  'box.model': text<OfBox & { model: string; place: string }>({
    level: 'warning',
    source: practice,
    says: (f, n) => `${n.box(f.box)}, is “${f.model}”, which does not suit ${f.place}.`,
    fix: () => 'Choose another model, or let the tool choose.',
  }),
  'box.no-face': text<OfBox>({
    level: 'warning',
    source: practice,
    says: (f, n) => `${n.box(f.box)}, finds no free stud face within 24 in. of where it is planned.`,
    fix: () => 'Move it, or mark it exact and block between studs.',
  }),
  'box.collides': text<OfBox>({
    level: 'error',
    source: practice,
    says: (f, n) =>
      `${n.box(f.box)}, stands in framing, an opening, an obstacle or another box, or past the wall’s framing.`,
    fix: () => 'Move it along the wall or change its height.',
  }),
  'box.depth': text<OfBox & { finish: number; says: string }>({
    level: 'warning',
    source: nec('314.20'),
    says: (f, n) => `${n.box(f.box)}, is behind ${inches(f.finish)} of finish. ${f.says}`,
    fix: () => 'Change the layers of the finish, or the box.',
  }),
  'box.switch-height': text<OfBox & { height: number; limit: number }>({
    level: 'error',
    source: nec('404.8(A)'),
    says: (f, n) =>
      `The switch in ${n.box(f.box)}, is ${inches(f.height)} above the finished floor. Allowed ${inches(f.limit)}.`,
    fix: () => 'Lower the box.',
  }),
  'box.slot': text<OfBox & { gangs: number; devices: number; taken: number }>({
    level: 'warning',
    source: practice,
    says: (f, n) =>
      `${n.box(f.box)}, has ${counted(f.gangs, 'one gang', 'gangs')} but holds ${counted(f.devices, 'a device', 'devices')}${f.taken > f.devices ? ` that take ${f.taken}` : ''}.`,
    fix: () => 'Give it more gangs, or move a device.',
  }),
  'box.slots': text<OfBox & { cables: number; slots: number }>({
    level: 'warning',
    source: practice,
    says: (f, n) =>
      `${n.box(f.box)}, takes ${f.cables} cables and has ${f.slots} slots; one cable goes through each.`,
    fix: () => 'Give it more gangs, or bring fewer cables in.',
  }),
  'fill.volume': text<OfBox & { used: number; volume: number; smallest: string | null }>({
    level: 'error',
    source: nec('314.16'),
    says: (f, n) => `${n.box(f.box)}, needs ${f.used} in³ and holds ${f.volume} in³.`,
    fix: (f) => (f.smallest === null ? 'Use more gangs or bring fewer cables in.' : `Use ${f.smallest}.`),
  }),
} as const;
