import type { MemberRole } from '../framing/index.ts';
import { inches, practice, text } from './text.ts';

/** What to do about a closed wall or ceiling in the way: what takes less, and the caution before cutting. */
function cheaperThroughClosed(f: { fishMinutes: number; openMinutes: number; how: 'fish' | 'open' }): string {
  const cheaper = f.fishMinutes <= f.openMinutes ? 'fish' : 'open';
  return f.how === cheaper
    ? 'Asbestos and lead in old finishes: stop and test before cutting.'
    : `${cheaper === 'fish' ? 'Fishing' : 'Opening a strip'} would take less. Stop and test old finishes before cutting.`;
}

const wayWords = {
  wall: 'through the walls',
  over: 'over the walls',
  under: 'under the floor',
  surface: 'on the surface',
} as const;

/** What findings about cables, holes and closed walls say. Lengths in inches. */
export const runsTexts = {
  'run.no-route': text<{
    runs: readonly string[];
    shut: { room: string; is: 'ceiling' | 'floor' } | null;
  }>({
    level: 'error',
    source: 'the framing as it stands',
    says: ({ runs: [first = '', ...more], shut }, n) => {
      const what = more.length === 0 ? `${n.run(first)} finds` : `${more.length + 1} cables find`;
      return shut
        ? `${what} no way: the ${shut.is} of ${n.room(shut.room)} is closed, and cable is to leave it alone.`
        : `${what} no way through the open framing.`;
    },
    fix: ({ shut }) =>
      shut
        ? `Let cable be fished through the ${shut.is}, or a strip of it opened; stop and test old finishes before cutting.`
        : 'Allow another way, open a wall, or fish it and mark the run.',
  }),
  'run.way': text<{
    run: string;
    asked: 'over' | 'under';
    way: 'wall' | 'over' | 'under' | 'surface';
    length: number;
  }>({
    level: 'warning',
    source: 'the framing as it stands',
    says: (f, n) =>
      `${n.run(f.run)} was told to go ${wayWords[f.asked]}, where nothing is open to it: it goes ${wayWords[f.way]} instead, ${inches(f.length)}.`,
    fix: () => 'Take another way, or say what is over and under this level where it is walked.',
  }),
  'run.through': text<{ run: string; missed: readonly number[]; of: number }>({
    level: 'warning',
    source: 'the framing as it stands',
    says: (f, n) =>
      `${n.run(f.run)} does not come to ${f.of === 1 ? 'the place' : `place ${f.missed.join(' and ')} of the ${f.of}`} it is told to go through: the framing only leads back from there.`,
    fix: () => 'Point to another place, or let the cable go its own way.',
  }),
  'run.closed': text<{
    run: string;
    wall: string;
    studs: number;
    fishMinutes: number;
    openMinutes: number;
    how: 'fish' | 'open';
  }>({
    level: 'note',
    source: practice,
    says: (f, n) =>
      `${n.run(f.run)} goes past ${f.studs} studs of ${n.wall(f.wall)}, which is closed: fished ${f.fishMinutes} min, or a strip opened ${f.openMinutes} min.`,
    fix: cheaperThroughClosed,
  }),
  'run.closed-ceiling': text<{
    run: string;
    level: string;
    of: 'ceiling' | 'floor';
    joists: number;
    fishMinutes: number;
    openMinutes: number;
    how: 'fish' | 'open';
  }>({
    level: 'note',
    source: practice,
    says: (f, n) =>
      `${n.run(f.run)} goes across a closed ${f.of} past ${f.joists} joists: fished ${f.fishMinutes} min, or a strip opened ${f.openMinutes} min.`,
    fix: cheaperThroughClosed,
  }),
  'staple.loop': text<{ run: string; box: string; loop: number; most: number }>({
    level: 'warning',
    source: 'NEC 314.17(B)(2), 334.30 (from memory)',
    says: (f, n) =>
      `${n.run(f.run)} has a ${inches(f.loop)} loop at ${n.box(f.box)}: along the sheath it reaches its first staple too late.`,
    fix: (f) => `Keep the loop to ${inches(f.most)}, or use a box with a clamp.`,
  }),
  'run.bend': text<{ run: string; end: string; room: number; needs: number }>({
    level: 'warning',
    source: 'NEC 334.24 (from memory)',
    says: (f, n) =>
      `${n.run(f.run)} turns ${inches(f.room)} from ${n.end(f.end)}: its bend needs ${inches(f.needs)}, five times the cable or what the house says.`,
    fix: () => 'Move the line of holes or the box, or lead the cable in by the other side.',
  }),
  'data.beside': text<{ run: string; power: string; inches: number; apart: number }>({
    level: 'note',
    source: `NEC 800.133 (from memory); ${practice}`,
    says: (f, n) =>
      `${n.run(f.run)} carries data and lies along ${n.run(f.power)} for ${inches(f.inches)}, less than ${inches(f.apart)} from it.`,
    fix: (f) =>
      `Hold the two ${inches(f.apart)} apart when they are stapled, or draw one of them another way.`,
  }),
  'run.derated': text<{
    run: string;
    wall: string;
    cables: number;
    conductors: number;
    amps: number;
    breaker: number;
  }>({
    level: 'error',
    source: 'NEC 334.80, 310.15(C)(1) (from memory)',
    says: (f, n) =>
      `${n.run(f.run)} shares a sealed or insulated hole in ${n.wall(f.wall)} with ${f.cables - 1} others: with ${f.conductors} conductors together it may carry ${f.amps} A, and its breaker lets ${f.breaker} A through.`,
    fix: () => 'Let fewer cables share a hole, or take heavier wire.',
  }),
  'bore.full': text<{ wall: string; role: MemberRole; stud: number | null; cables: number; most: number }>({
    level: 'error',
    source: `NEC 334.80 (from memory); ${practice}`,
    says: (f, n) =>
      `${f.cables} cables have no other way than one hole in ${f.stud === null ? `the ${f.role.replace('-', ' ')}` : `stud ${f.stud}`} of ${n.wall(f.wall)}, where ${f.most} may share one: there is no wood for another beside it.`,
    fix: () => 'Lead some of them another way, move the box to a wider bay, or let more share a hole.',
  }),
  'bore.size': text<{ diameter: number; stud: number; wall: string; percent: number; limit: number }>({
    level: 'error',
    source: 'IRC 2021 R602.6 (from memory)',
    says: (f, n) =>
      `A ${inches(f.diameter)} hole in stud ${f.stud} of ${n.wall(f.wall)} is ${f.percent} % of its depth. Allowed ${f.limit} %.`,
    fix: () => 'Use a smaller hole, another wall, or a stud shoe.',
  }),
} as const;
