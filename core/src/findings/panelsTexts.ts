import { counted, inches, nec, practice, text } from './text.ts';

interface OfPanel {
  readonly panel: string;
}
interface OfCircuit {
  readonly circuit: string;
}

/** What findings about panels, the service and circuits as they were found say. Loads in volt-amperes, lengths in inches. */
export const panelsTexts = {
  'circuit.space': text<OfPanel & { space: number }>({
    level: 'error',
    source: 'the spaces of the panel',
    says: (f, n) => `Space ${f.space} of ${n.panel(f.panel)} is taken twice, or is not there.`,
    fix: () => 'Choose a free space.',
  }),
  'circuit.no-space': text<OfPanel & { count: number }>({
    level: 'error',
    source: 'the spaces of the panel',
    says: (f, n) =>
      `${counted(f.count, `One circuit of ${n.panel(f.panel)} has`, `circuits of ${n.panel(f.panel)} have`)} no space.`,
    fix: () => 'Free a space, allow tandem breakers where the panel is listed for them, or add a subpanel.',
  }),
  'panel.place': text<OfPanel & { where: string }>({
    level: 'error',
    source: nec('240.24(D), (E), (F)'),
    says: (f, n) => `${n.panel(f.panel)} stands ${f.where}.`,
    fix: () => 'Move it.',
  }),
  'panel.clear': text<OfPanel & { what: 'width' | 'depth' | 'height'; measured: number; needed: number }>({
    level: 'error',
    source: nec('110.26(A)'),
    says: (f, n) =>
      `In front of ${n.panel(f.panel)} ${inches(f.measured)} of ${f.what} is clear; ${inches(f.needed)} is needed.`,
    fix: () => 'Clear it, or move the panel.',
  }),
  'panel.tandem': text<OfPanel & { space: number }>({
    level: 'error',
    source: practice,
    says: (f, n) => `Space ${f.space} of ${n.panel(f.panel)} has half breakers and does not take them.`,
    fix: () => 'Use a whole space, or say how many of its lowest spaces take them: its label tells.',
  }),
  'panel.full': text<OfPanel>({
    level: 'warning',
    source: practice,
    says: (f, n) => `${n.panel(f.panel)} has no space left.`,
    fix: () => 'Plan a subpanel, or free a space.',
  }),
  'panel.feeder': text<OfPanel & { amps: number; gauge: string; allowed: number }>({
    level: 'error',
    source: nec('Table 310.16, 75 °C'),
    says: (f, n) =>
      `The ${f.amps} A feeder of ${n.panel(f.panel)} is on ${f.gauge} AWG copper, good for ${f.allowed} A.`,
    fix: () => 'Use larger copper or a smaller breaker.',
  }),
  'panel.legs': text<OfPanel & { a: number; b: number }>({
    level: 'note',
    source: practice,
    says: (f, n) => `${n.panel(f.panel)}: ${f.a} VA on leg A, ${f.b} VA on leg B.`,
    fix: () => 'Exchange a heavy circuit with a light one of the other leg.',
  }),
  'service.load': text<OfPanel & { amps: number; rating: number }>({
    level: 'error',
    source: nec('Article 220'),
    says: (f, n) =>
      `The load comes to ${f.amps} A by the method in force. ${n.panel(f.panel)} is rated ${f.rating} A.`,
    fix: () =>
      'See the load line by line; a measured demand or a larger service may be the way. A licensed person decides.',
  }),
  'audit.fault': text<OfCircuit & { fault: string; mend: string }>({
    level: 'error',
    source: 'what the audit found',
    says: (f, n) => `Existing circuit ${n.circuit(f.circuit)}: ${f.fault}.`,
    fix: (f) => f.mend,
  }),
  'audit.outlets': text<OfCircuit & { outlets: number; limit: number }>({
    level: 'warning',
    source: practice,
    says: (f, n) =>
      `Existing circuit ${n.circuit(f.circuit)} has ${f.outlets} outlets. House limit ${f.limit}.`,
    fix: () => 'Part of it could go on a circuit of its own; do not extend it.',
  }),
  'audit.supply': text<OfCircuit>({
    level: 'error',
    source: practice,
    says: (f, n) => `Existing circuit ${n.circuit(f.circuit)} is fed from normal and standby supply both.`,
    fix: () => 'Find the tie and part them before anything else is done. Both sources off and locked.',
  }),
} as const;
