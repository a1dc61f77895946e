import { counted, nec, practice, text } from './text.ts';

/** What findings about conductors, controls and make-up say. */
export const wiringTexts = {
  'control.circuits': text<{ boxes: readonly string[]; circuits: readonly string[] }>({
    level: 'error',
    source: practice,
    says: (f, n) =>
      `The switches in ${f.boxes.map(n.box).join(', and ')}, and what they turn on are on different circuits: ${f.circuits.map(n.circuit).join(' and ')}.`,
    fix: () => 'Put them on one circuit.',
  }),
  'control.twice': text<{ box: string }>({
    level: 'error',
    source: practice,
    says: (f, n) => `One light is on two controls in ${n.box(f.box)}: it would be fed from both.`,
    fix: () => 'Join the switches into one control, three-way at the ends.',
  }),
  'run.conductors': text<{ from: string; to: string; circuit: string; needs: number; has: number }>({
    level: 'error',
    source: 'the wiring of its switches',
    says: (f, n) =>
      `The cable from ${n.end(f.from)} to ${n.end(f.to)} of circuit ${n.circuit(f.circuit)} needs ${f.needs} conductors and has ${f.has}.`,
    fix: () => 'Use a cable with more conductors, or one more beside it.',
  }),
  'supply.mixed': text<{ box: string; supplies: readonly string[] }>({
    level: 'error',
    source: practice,
    says: (f, n) =>
      `${n.box(f.box)}, holds circuits of ${f.supplies.join(' and ')}: standby and normal supply in one box.`,
    fix: () => 'Part them, or put a divider in where local code accepts it.',
  }),
  'makeup.ground-tail': text<{ count: number }>({
    level: 'warning',
    source: nec('250.122'),
    says: (f) =>
      `${counted(f.count, 'One box on a 20 A circuit has', 'boxes on 20 A circuits have')} ground tails of 14 AWG. The table asks for 12.`,
    fix: () => 'Use full size, or note the local rule that allows it.',
  }),
} as const;
