import { never } from '../../lookups/index.ts';
import type { Price } from '../../plan/index.ts';

const inchesIn = { ft: 12, in: 1, each: null } as const;

/**
 * How many of what a price is for so much of an item takes: whole boxes, whole coils, or as many as there are. Null where the price is in a
 * measure that does not tell, as for a box of unknown count. `coilFeet`: a coil whose length nobody told.
 */
export function unitsOf(
  unit: 'ft' | 'each' | 'in',
  amount: number,
  { per, of }: Pick<Price, 'per' | 'of'>,
  coilFeet: number,
): number | null {
  const inches = inchesIn[unit];
  const feet = inches === null ? null : (amount * inches) / 12;
  switch (per) {
    case 'coil':
      return feet === null ? null : Math.ceil(feet / (of ?? coilFeet) - 1e-9);
    case 'each':
      return unit === 'each' ? amount : null;
    case 'ft':
      return feet;
    case 'in':
      return feet === null ? null : feet * 12;
    case 'box':
      return of === undefined || unit !== 'each' ? null : Math.ceil(amount / of - 1e-9);
    default:
      return never(per);
  }
}
