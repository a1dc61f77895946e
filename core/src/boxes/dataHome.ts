import { compareIds } from '../plan/ids.ts';
import { valuesIn, type Plan } from '../plan/index.ts';

/** The box data cables run home to; null while nobody has named one. */

export function dataHome(plan: Plan): string | null {
  return (
    valuesIn(plan, 'devicesOfKind', 'data')
      .filter((d) => d.label === homeLabel)
      .map((d) => d.box)
      .sort(compareIds)[0] ?? null
  );
}

/** What a data device is labelled with where the data cables come together. */

export const homeLabel = 'home';
