import type { FindingText } from './findings.ts';

const nec = (section: string) => `NEC 2023 ${section} (from memory)`;
const practice = 'common practice, no source';

/** What findings about circuits, conductors, panels and old wiring say. */
export const wiringTexts = {
  'circuit.mixed': {
    level: 'error',
    source: nec('210.11(C)'),
    says: (f) => `Circuit ${f.circuit} is for ${f.own} alone and has ${f.count} other outlets: ${f.others}.`,
    fix: () => 'Move them to another circuit.',
  },
  'circuit.required': {
    level: 'error',
    source: nec('210.11(C)(1)'),
    says: (f) => `${f.room} has receptacles on ${f.have} of two 20 A small-appliance circuits.`,
    fix: () => 'Share them among two circuits or more.',
  },
  'circuit.plugged': {
    level: 'error',
    source: nec('210.23(A)(1)'),
    says: (f) =>
      `${f.what} on ${f.circuit} takes ${f.va} VA. One thing that plugs in may take ${f.limit} VA here, 80 %.`,
    fix: () => 'Give it a larger circuit.',
  },
  'circuit.fastened': {
    level: 'error',
    source: nec('210.23(A)(2)'),
    says: (f) =>
      `Equipment fastened in place takes ${f.va} VA of ${f.circuit}, which it shares. Allowed ${f.limit} VA, half.`,
    fix: () => 'Give it a circuit of its own.',
  },
  'circuit.space': {
    level: 'error',
    source: 'panel',
    says: (f) => `Space ${f.space} of ${f.panel} is taken twice, or is not there.`,
    fix: () => 'Choose a free space.',
  },
  'circuit.no-space': {
    level: 'error',
    source: 'panel',
    says: (f) => `${f.count} circuits of ${f.panel} have no space.`,
    fix: () => 'Free a space, allow tandem breakers where the panel is listed for them, or add a subpanel.',
  },
  'control.circuits': {
    level: 'error',
    source: practice,
    says: (f) =>
      `The switches in ${f.switches} and what they turn on are on different circuits: ${f.circuits}.`,
    fix: () => 'Put them on one circuit.',
  },
  'control.twice': {
    level: 'error',
    source: practice,
    says: (f) => `One light is on two controls in box ${f.box}: it would be fed from both.`,
    fix: () => 'Join the switches into one control, three-way at the ends.',
  },
  'run.conductors': {
    level: 'error',
    source: 'the wiring of its switches',
    says: (f) => `${f.from} to ${f.to} of ${f.circuit} needs ${f.needs} conductors and has ${f.has}.`,
    fix: () => 'Use a cable with more conductors, or one more beside it.',
  },
  'protect.reach': {
    level: 'error',
    source: nec('210.8'),
    says: (f) => `The GFCI receptacle in ${f.box} is ${f.where}. It must be readily accessible.`,
    fix: () => 'Protect at the breaker, or at a receptacle that can be reached.',
  },
  'protect.extension': {
    level: 'warning',
    source: nec('210.12(E), 210.8'),
    says: (f) =>
      `Existing circuit ${f.circuit} is extended to outlets that need ${f.needs} protection, and has none.`,
    fix: () => 'Change its breaker, or protect at the first new outlet where local code accepts it.',
  },
  'supply.mixed': {
    level: 'error',
    source: practice,
    says: (f) => `Box ${f.box} holds circuits of ${f.supplies}: standby and normal supply in one box.`,
    fix: () => 'Part them, or put a divider in where local code accepts it.',
  },
  'makeup.ground-tail': {
    level: 'warning',
    source: nec('250.122'),
    says: (f) => `${f.count} boxes on 20 A circuits have ground tails of 14 AWG. The table asks for 12.`,
    fix: () => 'Use full size, or note the local rule that allows it.',
  },
  'panel.place': {
    level: 'error',
    source: nec('240.24(D), (E), (F)'),
    says: (f) => `${f.panel} stands ${f.where}.`,
    fix: () => 'Move it.',
  },
  'panel.clear': {
    level: 'error',
    source: nec('110.26(A)'),
    says: (f) => `In front of ${f.panel} ${f.measured} is clear; ${f.needed} is needed.`,
    fix: () => 'Clear it, or move the panel.',
  },
  'panel.tandem': {
    level: 'error',
    source: practice,
    says: (f) => `Space ${f.space} of ${f.panel} has half breakers and does not take them.`,
    fix: () => 'Use a whole space, or say how many of its lowest spaces take them: its label tells.',
  },
  'panel.full': {
    level: 'warning',
    source: practice,
    says: (f) => `${f.panel} has no space left.`,
    fix: () => 'Plan a subpanel, or free a space.',
  },
  'panel.feeder': {
    level: 'error',
    source: nec('Table 310.16, 75 °C'),
    says: (f) => `The ${f.amps} A feeder of ${f.panel} is on ${f.gauge} AWG copper, good for ${f.allowed} A.`,
    fix: () => 'Use larger copper or a smaller breaker.',
  },
  'panel.legs': {
    level: 'note',
    source: practice,
    says: (f) => `${f.panel}: ${f.a} VA on leg A, ${f.b} VA on leg B.`,
    fix: () => 'Exchange a heavy circuit with a light one of the other leg.',
  },
  'service.load': {
    level: 'error',
    source: nec('Article 220'),
    says: (f) => `The load comes to ${f.amps} A by the method in force. ${f.panel} is rated ${f.rating} A.`,
    fix: () =>
      'See the load line by line; a measured demand or a larger service may be the way. A licensed person decides.',
  },
  'audit.fault': {
    level: 'error',
    source: 'audit',
    says: (f) => `Existing circuit ${f.circuit}: ${f.fault}.`,
    fix: (f) => String(f.mend),
  },
  'audit.outlets': {
    level: 'warning',
    source: practice,
    says: (f) => `Existing circuit ${f.circuit} has ${f.outlets} outlets. House limit ${f.limit}.`,
    fix: () => 'Part of it could go on a circuit of its own; do not extend it.',
  },
  'audit.supply': {
    level: 'error',
    source: practice,
    says: (f) => `Existing circuit ${f.circuit} is fed from normal and standby supply both.`,
    fix: () => 'Find the tie and part them before anything else is done. Both sources off and locked.',
  },
} as const satisfies Record<string, FindingText>;
