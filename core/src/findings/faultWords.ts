import type { CircuitFault } from '../plan/index.ts';

/** What each fault found is called, how bad it is, and what to do about it. */
export const faultWords: Readonly<
  Record<CircuitFault, { says: string; mend: string; level: 'error' | 'warning' }>
> = {
  'splice-without-box': {
    says: 'a splice outside a box',
    mend: 'Put it in a box that stays accessible: NEC 300.15 (from memory).',
    level: 'error',
  },
  'no-connector': {
    says: 'cable through a metal knockout without a connector',
    mend: 'Fit a connector: NEC 314.17 (from memory).',
    level: 'error',
  },
  'damaged-cable': { says: 'damaged cable', mend: 'Replace it, or cut it back to a box.', level: 'error' },
  'loose-joint': {
    says: 'a loose or heated joint',
    mend: 'Cut back to sound copper and make it up anew.',
    level: 'error',
  },
  'two-wires-on-a-breaker': {
    says: 'two wires under one breaker screw',
    mend: 'Splice them with a tail, unless the breaker is listed for two.',
    level: 'error',
  },
  'no-ground': {
    says: 'no equipment ground',
    mend: 'Protect with GFCI and mark it, or run a ground: NEC 406.4(D), 250.130(C) (from memory).',
    level: 'warning',
  },
  'supplies-mixed': {
    says: 'standby and normal supply mixed',
    mend: 'Find the tie and part them first. Both sources off and locked.',
    level: 'error',
  },
  'missing-gfci': {
    says: 'ground-fault protection missing where it is needed',
    mend: 'Protect it when it is worked on: NEC 210.8, 406.4(D) (from memory).',
    level: 'warning',
  },
  'missing-afci': {
    says: 'arc-fault protection missing where it is needed',
    mend: 'Protect it when it is extended: NEC 210.12(E) (from memory).',
    level: 'warning',
  },
  unknown: { says: 'what it feeds is not known', mend: 'Trace it before it is extended.', level: 'warning' },
};
