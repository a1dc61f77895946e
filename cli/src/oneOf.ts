import { BadInput } from './badInput.ts';

/** An option by its name, where it is given; refused where it is none of those it may be. */
export function oneOf<K extends string, T extends string>(
  name: K,
  value: string | undefined,
  known: readonly T[],
): Partial<Record<K, T>> {
  if (value === undefined) return {};
  const found = known.find((k) => k === value);
  if (!found) throw new BadInput([`--${name}: “${value}” is not one of ${known.join(', ')}`]);
  return { [name]: found } as Partial<Record<K, T>>;
}
