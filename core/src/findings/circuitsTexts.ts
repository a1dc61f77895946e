import { counted, nec, practice, text } from './text.ts';

interface OfCircuit {
  readonly circuit: string;
}

/** What findings about circuits, their loads and their protection say. Loads in volt-amperes. */
export const circuitsTexts = {
  'circuit.breaker': text<OfCircuit & { amps: number; gauge: number; allowed: number }>({
    level: 'error',
    source: nec('240.4(D)'),
    says: (f, n) =>
      `Circuit ${n.circuit(f.circuit)}: a ${f.amps} A breaker on ${f.gauge} gauge wire, which takes ${f.allowed} A.`,
    fix: (f) => `Use a ${f.allowed} A breaker or heavier wire.`,
  }),
  'circuit.cable': text<OfCircuit & { run: string; cable: string; amps: number }>({
    level: 'error',
    source: nec('240.4(D)'),
    says: (f, n) =>
      `${n.run(f.run)} is ${f.cable}, too light for the ${f.amps} A breaker of circuit ${n.circuit(f.circuit)}.`,
    fix: () => 'Use heavier cable or a smaller breaker.',
  }),
  'circuit.cap': text<OfCircuit & { outlets: number; limit: number }>({
    level: 'warning',
    source: 'common practice, no source; the code sets no count in dwellings',
    says: (f, n) => `Circuit ${n.circuit(f.circuit)} has ${f.outlets} outlets. House limit ${f.limit}.`,
    fix: () => 'Move some to another circuit.',
  }),
  'circuit.load': text<OfCircuit & { va: number; limit: number }>({
    level: 'warning',
    source: practice,
    says: (f, n) => `Circuit ${n.circuit(f.circuit)} is planned for ${f.va} VA of ${f.limit} VA.`,
    fix: () => 'Move some to another circuit.',
  }),
  'circuit.panel': text<OfCircuit>({
    level: 'warning',
    source: nec('408.4'),
    says: (f, n) => `Circuit ${n.circuit(f.circuit)} is on no panel.`,
    fix: () => 'Choose the panel that feeds it.',
  }),
  'circuit.unassigned': text<{ count: number }>({
    level: 'note',
    source: practice,
    says: (f) => `${counted(f.count, 'One device is', 'devices are')} on no circuit yet.`,
    fix: () => 'Assign them, or have circuits proposed.',
  }),
  'circuit.unreached': text<OfCircuit & { boxes: number }>({
    level: 'note',
    source: practice,
    says: (f, n) =>
      `Circuit ${n.circuit(f.circuit)}: no cable reaches ${counted(f.boxes, 'one of its boxes', 'of its boxes')} yet.`,
    fix: () => 'Have the runs laid.',
  }),
  'circuit.drop': text<
    OfCircuit & {
      percent: number;
      limit: number;
      heavier: { gauge: number; percent: number; cents: number } | null;
    }
  >({
    level: 'note',
    source: nec('210.19 informational note'),
    says: (f, n) =>
      `Circuit ${n.circuit(f.circuit)} loses ${f.percent} % at its farthest box. Aim for ${f.limit} %.`,
    fix: (f) =>
      f.heavier
        ? `${f.heavier.gauge} AWG would lose ${f.heavier.percent} %${f.heavier.cents > 0 ? `, for about $${(f.heavier.cents / 100).toFixed(0)} more cable` : ''}; or take a shorter way.`
        : 'Use heavier wire or a shorter way.',
  }),
  'circuit.mixed': text<OfCircuit & { own: string; count: number; rooms: readonly (string | null)[] }>({
    level: 'error',
    source: nec('210.11(C)'),
    says: (f, n) =>
      `Circuit ${n.circuit(f.circuit)} is for ${f.own} alone and has ${counted(f.count, 'one other outlet', 'other outlets')}: ${f.rooms.map((r) => (r === null ? 'elsewhere' : n.room(r))).join(', ')}.`,
    fix: () => 'Move them to another circuit.',
  }),
  'circuit.required': text<{ room: string; have: number }>({
    level: 'error',
    source: nec('210.11(C)(1)'),
    says: (f, n) => `${n.room(f.room)} has receptacles on ${f.have} of two 20 A small-appliance circuits.`,
    fix: () => 'Share them among two circuits or more.',
  }),
  'circuit.counters': text<OfCircuit & { room: string; count: number }>({
    level: 'error',
    source: nec('210.52(B)(3)'),
    says: (f, n) =>
      `All ${f.count} receptacles of the counters in ${n.room(f.room)} are on circuit ${n.circuit(f.circuit)}. Two small-appliance circuits or more must serve them.`,
    fix: () => 'Share them among two circuits or more.',
  }),
  'circuit.there': text<OfCircuit & { box: string; cable: string; amps: number }>({
    level: 'error',
    source: nec('240.4(D)'),
    says: (f, n) =>
      `${n.box(f.box)}, has ${f.cable} in it already, too small for the ${f.amps} A breaker of circuit ${n.circuit(f.circuit)}: the smallest wire on the way governs.`,
    fix: () => 'Use a smaller breaker, or feed what is new from the panel.',
  }),
  'circuit.plugged': text<OfCircuit & { device: string; va: number; limit: number }>({
    level: 'error',
    source: nec('210.23(A)(1)'),
    says: (f, n) =>
      `What plugs in at ${n.device(f.device)}, takes ${f.va} VA of circuit ${n.circuit(f.circuit)}. One thing that plugs in may take ${f.limit} VA here, 80 %.`,
    fix: () => 'Give it a larger circuit.',
  }),
  'circuit.fastened': text<OfCircuit & { va: number; limit: number }>({
    level: 'error',
    source: nec('210.23(A)(2)'),
    says: (f, n) =>
      `Equipment fastened in place takes ${f.va} VA of circuit ${n.circuit(f.circuit)}, which it shares. Allowed ${f.limit} VA, half.`,
    fix: () => 'Give it a circuit of its own.',
  }),
  'protect.afci': text<OfCircuit>({
    level: 'error',
    source: nec('210.12'),
    says: (f, n) =>
      `Circuit ${n.circuit(f.circuit)} serves rooms that need arc-fault protection and has none.`,
    fix: () => 'Use an AFCI or dual-function breaker.',
  }),
  'protect.gfci': text<OfCircuit & { count: number }>({
    level: 'error',
    source: nec('210.8(A)'),
    says: (f, n) =>
      `Circuit ${n.circuit(f.circuit)}: ${counted(f.count, 'one receptacle that needs ground-fault protection has', 'receptacles that need ground-fault protection have')} none.`,
    fix: () => 'Use a GFCI receptacle first in the chain, or a GFCI or dual-function breaker.',
  }),
  'protect.reach': text<{ box: string; where: string }>({
    level: 'error',
    source: nec('210.8'),
    says: (f, n) => `The GFCI receptacle in ${n.box(f.box)}, is ${f.where}. It must be readily accessible.`,
    fix: () => 'Protect at the breaker, or at a receptacle that can be reached.',
  }),
  'protect.extension': text<OfCircuit & { needs: string }>({
    level: 'warning',
    source: nec('210.12(E), 210.8'),
    says: (f, n) =>
      `Existing circuit ${n.circuit(f.circuit)} is extended to outlets that need ${f.needs} protection, and has none.`,
    fix: () => 'Change its breaker, or protect at the first new outlet where local code accepts it.',
  }),
  'run.loop': text<OfCircuit & { run: string }>({
    level: 'error',
    source: practice,
    says: (f, n) =>
      `Circuit ${n.circuit(f.circuit)}: ${n.run(f.run)} closes a loop. A circuit branches out from its panel.`,
    fix: () => 'Remove that cable.',
  }),
} as const;
