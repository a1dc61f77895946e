import type { Plan } from '@fieldchalk/core';

/** Rooms to choose from, by their names; the empty one stands for all. */
export const roomChoices = (plan: Plan): { value: string; says: string }[] => [
  { value: '', says: 'all rooms' },
  ...Object.entries(plan.rooms).map(([value, r]) => ({ value, says: r.name || r.use })),
];
