import { formatLength } from '../units/index.ts';
import { wiringTexts } from './wiringTexts.ts';

/** A finding is data: which check, what it is about, and its figures. The sentences are all here. */
export type FindingLevel = 'error' | 'warning' | 'note';

/** A way to mend a finding in one step: the name of an edit and what to give it. */
export interface FixEdit {
  readonly label: string;
  readonly edit: string;
  readonly args: Readonly<Record<string, unknown>>;
}

export interface Finding {
  readonly rule: string;
  readonly level: FindingLevel;
  readonly about: readonly string[];
  readonly says: string;
  readonly fix: string;
  readonly source: string;
  /** Where on a wall it is, when it has a place. */
  readonly place: { readonly wall: string; readonly side: 'left' | 'right'; readonly at: number } | null;
  readonly fixes: readonly FixEdit[];
  /** Why a person let it stand; null while it is open. */
  readonly accepted: string | null;
}

type Figures = Readonly<Record<string, string | number>>;

export interface FindingText {
  readonly level: FindingLevel;
  readonly source: string;
  readonly says: (f: Figures) => string;
  readonly fix: (f: Figures) => string;
}

const inches = (value: string | number | undefined) => formatLength(Number(value));
const nec = (section: string) => `NEC 2023 ${section} (from memory)`;

export const findingTexts = {
  ...wiringTexts,
  'rooms.open': {
    level: 'warning',
    source: 'survey',
    says: (f) =>
      `${f.room} does not close${Number(f.gap) > 0 ? `: the loose ends of wall ${f.wallA} and wall ${f.wallB} are ${inches(f.gap)} apart` : ': no walls surround it'}.`,
    fix: () => 'Finish the walk, or square or spread the error.',
  },
  'spacing.maxGap': {
    level: 'error',
    source: nec('210.52(A)(1)'),
    says: (f) => `${inches(f.distance)} to the nearest receptacle in ${f.room}. Allowed ${inches(f.limit)}.`,
    fix: (f) => `Add a receptacle near the marked point, or move one within ${inches(f.limit)} of it.`,
  },
  'spacing.none': {
    level: 'error',
    source: nec('210.52(A)'),
    says: (f) =>
      `A ${inches(f.length)} wall space in ${f.room} has no receptacle. No point may be over ${inches(f.limit)} from one.`,
    fix: () => 'Place receptacles with one key, or add one by hand.',
  },
  'spacing.each-wall': {
    level: 'warning',
    source: 'common practice, no source: each straight wall by itself',
    says: (f) =>
      `Wall ${f.wall} in ${f.room} by itself: ${Number(f.distance) < 0 ? 'no receptacle on it' : `${inches(f.distance)} to the nearest receptacle, house limit ${inches(f.limit)}`}.`,
    fix: () => 'Add a receptacle on this wall, or measure around corners.',
  },
  'counter.maxGap': {
    level: 'error',
    source: nec('210.52(C)(1)'),
    says: (f) =>
      `Counter of ${inches(f.length)} in ${f.room}: ${Number(f.distance) < 0 ? 'no receptacle over it' : `${inches(f.distance)} to the nearest receptacle over it`}. Allowed ${inches(f.limit)}.`,
    fix: () => 'Add a counter receptacle, not over 20 in. above the top.',
  },
  'bath.basin': {
    level: 'error',
    source: nec('210.52(D)'),
    says: (f) => `No receptacle within ${inches(f.limit)} of the basin in ${f.room}.`,
    fix: () => 'Add one beside it.',
  },
  'laundry.none': {
    level: 'error',
    source: nec('210.52(F)'),
    says: (f) => `${f.room} has no receptacle.`,
    fix: () => 'Add one for the laundry.',
  },
  'hall.none': {
    level: 'error',
    source: nec('210.52(H)'),
    says: (f) => `${f.room} is ${inches(f.length)} long and has no receptacle.`,
    fix: () => 'Add one.',
  },
  'foyer.wall': {
    level: 'error',
    source: nec('210.52(I)'),
    says: (f) => `A wall of ${inches(f.length)} in ${f.room} has no receptacle.`,
    fix: () => 'Add one on this wall.',
  },
  'garage.bay': {
    level: 'error',
    source: nec('210.52(G)(1)'),
    says: (f) => `${f.room} has ${f.there} of the ${f.owed} receptacles its bays need.`,
    fix: () => 'Add one in each bay, not over 5-1/2 ft high.',
  },
  'basement.none': {
    level: 'error',
    source: nec('210.52(G)(3)'),
    says: (f) => `${f.room} has no receptacle.`,
    fix: () => 'Add one in each unfinished part.',
  },
  'outdoor.none': {
    level: 'error',
    source: nec('210.52(E)'),
    says: (f) => `${f.room} has no receptacle that can be reached from it.`,
    fix: () => 'Add one, not over 6-1/2 ft above the ground, deck or porch.',
  },
  'appliance.far': {
    level: 'warning',
    source: nec('210.50(C)'),
    says: (f) => `The ${f.appliance} in ${f.room} has no outlet of its own within ${inches(f.limit)}.`,
    fix: () => 'Add an appliance receptacle near it.',
  },
  'garage.opener': {
    level: 'note',
    source: 'common practice, no source',
    says: (f) => `A vehicle door of ${f.room} has no receptacle on the ceiling for an opener.`,
    fix: () => 'Add one over the middle of the door, before the ceiling closes.',
  },
  'counter.island': {
    level: 'error',
    source: nec('210.52(C)(2), (3)'),
    says: (f) =>
      f.edition === '2023'
        ? `The island in ${f.room} has no way to add a receptacle later.`
        : `The island in ${f.room} has no receptacle, which the ${f.edition} code asks for.`,
    fix: () => 'Bring a cable to a box under it; no receptacle below its top.',
  },
  'density.gap': {
    level: 'warning',
    source: 'the company’s own: closer gap in garages and workshops',
    says: (f) =>
      `${f.room}: ${Number(f.distance) < 0 ? 'no receptacle along a wall' : `a gap of ${inches(f.distance)} between receptacles`}. House limit ${inches(f.limit)}.`,
    fix: () => 'Add receptacles along it, or take the code’s spacing.',
  },
  'density.wall': {
    level: 'warning',
    source: 'the company’s own: fixed count on every wall',
    says: (f) => `${f.room}: a wall of ${inches(f.length)} has ${f.there} of ${f.owed} receptacles.`,
    fix: () => 'Add receptacles on it, or take the code’s spacing.',
  },
  'bench.row': {
    level: 'warning',
    source: 'the company’s own: second row over benches',
    says: (f) =>
      `The ${inches(f.length)} bench in ${f.room} lacks a second row, at most ${inches(f.limit)} apart.`,
    fix: () => 'Add receptacles over the bench.',
  },
  'light.nothing': {
    level: 'note',
    source: nec('210.70(A)'),
    says: (f) =>
      `No lights or switches are laid out yet; ${Number(f.count) === 1 ? 'one room needs' : `${f.count} rooms need`} a switched light.`,
    fix: () => 'Lay them out with one key, or place them by hand.',
  },
  'light.none': {
    level: 'error',
    source: nec('210.70(A)'),
    says: (f) => `${f.room} has no lighting outlet.`,
    fix: () => 'Add a light with a switch at the way in.',
  },
  'light.outside': {
    level: 'error',
    source: nec('210.70(A)(2)'),
    says: (f) => `The door out of ${f.room} has no light on its outer side.`,
    fix: () => 'Add one beside the door, switched from inside.',
  },
  'light.unswitched': {
    level: 'error',
    source: nec('210.70(A)'),
    says: (f) =>
      `No switch controls ${Number(f.count) === 1 ? 'a light' : `${f.count} lights`} of ${f.room}.`,
    fix: () => 'Add a switch at the way in.',
  },
  'light.stair': {
    level: 'error',
    source: nec('210.70(A)(2)'),
    says: (f) => `${f.room}: its lights are not switched from each level.`,
    fix: () => 'Add a three-way switch at the other end of the stair.',
  },
  'light.ways': {
    level: 'warning',
    source: 'common practice, no source',
    says: (f) => `${f.room} has ${f.ways} ways in and one switch.`,
    fix: () => 'Make it three-way, with a switch at each way in.',
  },
  'light.closet': {
    level: 'error',
    source: nec('410.16(C)'),
    says: (f) =>
      `The closet light in box ${f.box} is ${inches(f.distance)} from a wall with storage. Allowed ${inches(f.limit)}.`,
    fix: () => 'Move it clear of the shelves, or use a light that may be closer.',
  },
  'alarm.none': {
    level: 'error',
    source: 'IRC 2021 R314.3, R315.3 (from memory)',
    says: (f) =>
      `${f.room} has no smoke alarm${f.why === 'level' ? '; its level has none' : f.why === 'bedroom' ? '; every bedroom needs one' : '; outside bedrooms it needs one with CO'}.`,
    fix: () => 'Add one on the ceiling.',
  },
  'switch.swing': {
    level: 'warning',
    source: 'common practice, no source',
    says: (f) => `The switch in box ${f.box} stands behind an open door.`,
    fix: () => 'Put it on the latch side.',
  },
  'box.trim': {
    level: 'warning',
    source: 'common practice, no source',
    says: (f) => `Box ${f.box} stands in the trim of an opening, which takes ${inches(f.limit)}.`,
    fix: () => 'Move it clear of the trim.',
  },
  'box.behind-door': {
    level: 'note',
    source: 'common practice, no source',
    says: (f) => `Box ${f.box} is behind an open door.`,
    fix: () => 'It counts, but is awkward to use; move it if the rule still holds.',
  },
  'box.back-to-back': {
    level: 'error',
    source: 'IRC 2021 R302.4.2 (from memory)',
    says: (f) =>
      `Boxes ${f.a} and ${f.b} are ${inches(f.gap)} apart on the two sides of a wall ${f.rated === 'fire' ? 'rated for fire' : 'built against sound'}. Allowed ${inches(f.limit)}.`,
    fix: () => 'Move one to another bay, or use boxes listed for it with putty pads.',
  },
  'box.screw-line': {
    level: 'note',
    source: 'common practice, no source',
    says: (f) => `Boxes ${f.a} and ${f.b} stand together with their screws ${inches(f.off)} off line.`,
    fix: () => 'Line them up by their screws.',
  },
  'box.wet': {
    level: 'error',
    source: nec('406.9(C)'),
    says: (f) => `Box ${f.box} is within ${inches(f.limit)} of the ${f.what}.`,
    fix: () => 'Move it out of the zone.',
  },
  'box.reach': {
    level: 'warning',
    source: 'ANSI A117.1 (from memory)',
    says: (f) =>
      `Box ${f.box} is ${inches(f.height)} high. Accessible reach is ${inches(f.low)} to ${inches(f.high)}.`,
    fix: () => 'Raise or lower it.',
  },
  'box.mixed': {
    level: 'error',
    source: nec('800.133'),
    says: (f) => `Box ${f.box} holds power and low voltage together.`,
    fix: () => 'Give the low voltage a bracket of its own, or a box with a barrier.',
  },
  'box.data-near': {
    level: 'note',
    source: 'common practice, no source',
    says: (f) =>
      `Data in box ${f.a} is ${inches(f.gap)} from power in box ${f.b}. House distance ${inches(f.limit)}.`,
    fix: () => 'Move the bracket along, and cross power square.',
  },
  'data.home': {
    level: 'note',
    source: 'plan',
    says: (f) =>
      `${Number(f.count) === 1 ? 'A data or television outlet has' : `${f.count} data and television outlets have`} no home for ${Number(f.count) === 1 ? 'its cable' : 'their cables'}.`,
    fix: () => 'Put a data box where the cables come together and call it their home.',
  },
  'box.fan': {
    level: 'error',
    source: nec('314.27(C)'),
    says: (f) => `Box ${f.box} hangs a fan from “${f.model}”, which is not rated for one.`,
    fix: () => 'Use a fan-rated box and brace.',
  },
  'box.model': {
    level: 'warning',
    source: 'plan',
    says: (f) => `Box ${f.box} is “${f.model}”, which does not suit ${f.place}.`,
    fix: () => 'Choose another model, or let the tool choose.',
  },
  'box.no-face': {
    level: 'warning',
    source: 'common practice, no source',
    says: (f) => `Box ${f.box} finds no free stud face within 24 in. of where it is planned.`,
    fix: () => 'Move it, or mark it exact and block between studs.',
  },
  'box.collides': {
    level: 'error',
    source: 'common practice, no source',
    says: (f) => `Box ${f.box} stands in framing, an opening, an obstacle or another box.`,
    fix: () => 'Move it along the wall or change its height.',
  },
  'box.depth': {
    level: 'warning',
    source: nec('314.20'),
    says: (f) => `Box ${f.box} behind ${inches(f.finish)} of finish. ${f.says}`,
    fix: () => 'Change the layers of the finish, or the box.',
  },
  'box.switch-height': {
    level: 'error',
    source: nec('404.8(A)'),
    says: (f) =>
      `The switch in box ${f.box} is ${inches(f.height)} above the finished floor. Allowed ${inches(f.limit)}.`,
    fix: () => 'Lower the box.',
  },
  'box.slot': {
    level: 'warning',
    source: 'plan',
    says: (f) => `Box ${f.box} has ${f.gangs} gang but holds ${f.devices} devices.`,
    fix: () => 'Give it more gangs, or move a device.',
  },
  'fill.volume': {
    level: 'error',
    source: nec('314.16'),
    says: (f) => `Box ${f.box} needs ${f.used} in³ and holds ${f.volume} in³.`,
    fix: (f) => (f.smallest === '' ? 'Use more gangs or bring fewer cables in.' : `Use ${f.smallest}.`),
  },
  'circuit.breaker': {
    level: 'error',
    source: nec('240.4(D)'),
    says: (f) =>
      `Circuit ${f.circuit}: a ${f.amps} A breaker on ${f.gauge} gauge wire, which takes ${f.allowed} A.`,
    fix: (f) => `Use a ${f.allowed} A breaker or heavier wire.`,
  },
  'circuit.cable': {
    level: 'error',
    source: nec('240.4(D)'),
    says: (f) => `Run ${f.run} is ${f.cable}, too light for the ${f.amps} A breaker of circuit ${f.circuit}.`,
    fix: () => 'Use heavier cable or a smaller breaker.',
  },
  'circuit.cap': {
    level: 'warning',
    source: 'common practice, no source; the code sets no count in dwellings',
    says: (f) => `Circuit ${f.circuit} has ${f.outlets} outlets. House limit ${f.limit}.`,
    fix: () => 'Move some to another circuit.',
  },
  'circuit.load': {
    level: 'warning',
    source: 'common practice, no source',
    says: (f) => `Circuit ${f.circuit} is planned for ${f.va} VA of ${f.limit} VA.`,
    fix: () => 'Move some to another circuit.',
  },
  'circuit.panel': {
    level: 'warning',
    source: nec('408.4'),
    says: (f) => `Circuit ${f.circuit} is on no panel.`,
    fix: () => 'Choose the panel that feeds it.',
  },
  'circuit.unassigned': {
    level: 'note',
    source: 'plan',
    says: (f) => `${f.count} of the devices are on no circuit yet.`,
    fix: () => 'Assign them, or have circuits proposed.',
  },
  'circuit.unreached': {
    level: 'note',
    source: 'plan',
    says: (f) => `Circuit ${f.circuit}: no cable reaches ${f.boxes} of its boxes yet.`,
    fix: () => 'Have the runs laid.',
  },
  'circuit.drop': {
    level: 'note',
    source: nec('210.19 informational note'),
    says: (f) => `Circuit ${f.circuit} loses ${f.percent} % at its farthest box. Aim for ${f.limit} %.`,
    fix: () => 'Use heavier wire or a shorter way.',
  },
  'protect.afci': {
    level: 'error',
    source: nec('210.12'),
    says: (f) => `Circuit ${f.circuit} serves rooms that need arc-fault protection and has none.`,
    fix: () => 'Use an AFCI or dual-function breaker.',
  },
  'protect.gfci': {
    level: 'error',
    source: nec('210.8(A)'),
    says: (f) => `Circuit ${f.circuit}: ${f.count} receptacles that need ground-fault protection have none.`,
    fix: () => 'Use a GFCI receptacle first in the chain, or a GFCI or dual-function breaker.',
  },
  'run.no-route': {
    level: 'error',
    source: 'framing',
    says: (f) => `Run ${f.run} from ${f.from} to ${f.to} finds no way through the open framing.`,
    fix: () => 'Allow another way, open a wall, or fish it and mark the run.',
  },
  'run.closed': {
    level: 'note',
    source: 'common practice, no source',
    says: (f) =>
      `Run ${f.run} goes past ${f.studs} studs of closed wall ${f.wall}: fished ${f.fish} min, or a strip opened ${f.open} min.`,
    fix: (f) =>
      f.how === f.cheaper
        ? 'Asbestos and lead in old finishes: stop and test before cutting.'
        : `${f.cheaper === 'fish' ? 'Fishing' : 'Opening a strip'} would take less. Stop and test old finishes before cutting.`,
  },
  'run.loop': {
    level: 'error',
    source: 'plan',
    says: (f) => `Circuit ${f.circuit}: run ${f.run} closes a loop. A circuit branches out from its panel.`,
    fix: () => 'Remove the run.',
  },
  'bore.size': {
    level: 'error',
    source: 'IRC 2021 R602.6 (from memory)',
    says: (f) =>
      `A ${inches(f.diameter)} hole in stud ${f.stud} of wall ${f.wall} is ${f.percent} % of its depth. Allowed ${f.limit} %.`,
    fix: () => 'Use a smaller hole, another wall, or a stud shoe.',
  },
} as const satisfies Record<string, FindingText>;

export type FindingCode = keyof typeof findingTexts;

/** What would give where nothing along a floor line is free for a box. */
export function nothingFree(floorReach: number, inTheWay: readonly string[]): string {
  const move = inTheWay.length > 0 ? `Move ${inTheWay.join(' or ')}, open` : 'Open';
  return `No place within reach is free. ${move} a closed wall, or put a floor receptacle within ${inches(floorReach)} of the wall; local code decides whether it may stand.`;
}

export function finding(
  code: FindingCode,
  about: readonly string[],
  figures: Figures,
  extra: { place?: Finding['place']; fixes?: readonly FixEdit[]; level?: FindingLevel; fix?: string } = {},
): Finding {
  const text: FindingText = findingTexts[code];
  return {
    rule: code,
    level: extra.level ?? text.level,
    about,
    says: text.says(figures),
    fix: extra.fix ?? text.fix(figures),
    source: text.source,
    place: extra.place ?? null,
    fixes: extra.fixes ?? [],
    accepted: null,
  };
}
