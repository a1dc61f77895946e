import type { Plan } from '@fieldchalk/core';

/** What hangs on a ceiling or is let into one. */
export const ceilingKinds = [
  'light',
  'wafer-light',
  'fan',
  'bath-fan',
  'smoke-alarm',
  'co-alarm',
  'opener',
  'splice',
] as const;

/** Rooms to choose from, by their names; the empty one stands for all. */
export const roomChoices = (plan: Plan, all: string): { value: string; says: string }[] => [
  { value: '', says: all },
  ...Object.entries(plan.rooms).map(([value, r]) => ({ value, says: r.name || r.use })),
];
