export interface NumberBounds {
  readonly min?: number | undefined;
  readonly max?: number | undefined;
  /** Whether only whole numbers will do. */
  readonly whole?: boolean | undefined;
  /** Whether the field may be left empty. */
  readonly optional?: boolean | undefined;
}

export type NumberReading = { ok: true; value: number | null } | { ok: false; problem: string };

/** A number as typed, within its bounds; what is wrong with it names the way out. */
export function readNumber(text: string, { min, max, whole, optional }: NumberBounds): NumberReading {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '')
    return optional ? { ok: true, value: null } : { ok: false, problem: 'A number is needed.' };
  const value = Number(trimmed);
  if (!Number.isFinite(value)) return { ok: false, problem: `“${text.trim()}” is not a number.` };
  if (whole && !Number.isInteger(value)) return { ok: false, problem: 'A whole number is needed.' };
  if (min !== undefined && value < min) return { ok: false, problem: `At least ${min}.` };
  if (max !== undefined && value > max) return { ok: false, problem: `At most ${max}.` };
  return { ok: true, value };
}
