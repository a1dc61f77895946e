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
