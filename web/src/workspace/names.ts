import type { Plan } from '@fieldchalk/core';

/** The number people call a box by: `b7` is box 7; an id without digits stands for itself. */
export const boxNumber = (id: string): string => id.replace(/^\D+/, '') || id;

/** What a run's end is called on site. */
export function endName(plan: Plan, id: string | null): string {
  if (id === null) return 'open end';
  const panel = plan.panels[id];
  return panel ? panel.name || 'panel' : `box ${boxNumber(id)}`;
}

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
