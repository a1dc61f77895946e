import { entryOf, nth } from '../lookups/index.ts';
/**
 * Lengths as people on site say and write them. Inside Field Chalk a length is a number of inches.
 */

export type LengthReading = { ok: true; inches: number } | { ok: false; problem: string };

const glyphFractions: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const superscripts = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const subscripts = '₀₁₂₃₄₅₆₇₈₉';
const metricInches: Record<string, number> = { mm: 1 / 25.4, cm: 10 / 25.4, m: 1000 / 25.4 };
const examples = `12'6-1/2", 12 6 1/2, 12.5', 150.5 or 3.82 m`;

function plainText(text: string): string {
  let plain = text.trim().toLowerCase();
  for (const [glyph, fraction] of Object.entries(glyphFractions))
    plain = plain.replaceAll(glyph, ` ${fraction}`);
  plain = plain.replace(/(?<=\d)(?=[⁰-⁹¹²³])/gu, ' ').replace(/[⁰-⁹¹²³₀-₉⁄]/gu, (c) => {
    const up = superscripts.indexOf(c);
    const down = subscripts.indexOf(c);
    return up >= 0 ? String(up) : down >= 0 ? String(down) : '/';
  });
  return plain
    .replace(/[′’‘`]|\b(?:feet|foot)\b|(?<=[\d\s])ft\b\.?/g, "'")
    .replace(/''|[″”“]|\b(?:inches|inch)\b|(?<=[\d\s])in\b\.?/g, '"')
    .replace(/(?<=\d)\s*-\s*(?=\d+\s*\/)/g, ' ')
    .replace(/(?<=['"])\s*-\s*/g, ' ')
    .replace(/\s*\/\s*/g, '/')
    .replace(/\s+/g, ' ')
    .trim();
}

/** `6`, `6.5`, `6 1/2` or `1/2` as a number; null when it is none of these. */
function mixedNumber(text: string): number | null {
  const match = /^(?:(\d+(?:\.\d+)?|\.\d+))?(?:(?:^|\s)(\d+)\/(\d+))?$/.exec(text.trim());
  if (!match || text.trim() === '') return null;
  const [, whole, over, under] = match;
  if (over !== undefined && Number(under) === 0) return null;
  if (over !== undefined && whole !== undefined && whole.includes('.')) return null;
  return Number(whole ?? 0) + (over === undefined ? 0 : Number(over) / Number(under));
}

function refuse(problem: string): LengthReading {
  return { ok: false, problem };
}

function feetAndInches(feet: string, inches: string): LengthReading {
  const f = mixedNumber(feet);
  if (f === null) return refuse(`“${feet.trim()}” is not a number of feet. Write it like ${examples}.`);
  if (inches.trim() === '') return { ok: true, inches: f * 12 };
  const i = mixedNumber(inches);
  if (i === null) return refuse(`“${inches.trim()}” is not a number of inches. Write it like ${examples}.`);
  if (i >= 12)
    return refuse(`${inches.trim()} inches after feet is a foot or more. Write the feet and inches again.`);
  return { ok: true, inches: f * 12 + i };
}

/**
 * Reads a length: feet, inches and fractions, decimal feet or inches, or metric with its unit.
 * A bare number is inches; two bare whole numbers are feet and inches; a number and a fraction are inches.
 * Never throws: what cannot be read comes back with a sentence that says how to write it.
 */
export function parseLength(text: string): LengthReading {
  const plain = plainText(text);
  if (plain === '') return refuse(`Type a length, like ${examples}.`);
  if (plain.startsWith('-')) return refuse('A length cannot be negative.');
  const metric = /^(\d+(?:\.\d+)?|\.\d+) ?(mm|cm|m)$/.exec(plain);
  if (metric) return { ok: true, inches: Number(metric[1]) * entryOf(metricInches, nth(metric, 2)) };
  const marked = /^([^']*)'(.*?)"?$/.exec(plain);
  if (marked && !nth(marked, 1).includes('"')) return feetAndInches(nth(marked, 1), nth(marked, 2));
  const inchesOnly = /^([^"]+)"$/.exec(plain);
  if (inchesOnly) {
    const inches = mixedNumber(nth(inchesOnly, 1));
    return inches === null
      ? refuse(`“${text.trim()}” is not a length. Write it like ${examples}.`)
      : { ok: true, inches };
  }
  const bareFeet = /^(\d+) (\d+(?:\.\d+)?(?: \d+\/\d+)?)$/.exec(plain);
  if (bareFeet) return feetAndInches(nth(bareFeet, 1), nth(bareFeet, 2));
  const inches = mixedNumber(plain);
  return inches === null
    ? refuse(`“${text.trim()}” is not a length. Write it like ${examples}.`)
    : { ok: true, inches };
}

/** Feet, inches and a fraction of `denominator` nearest to a length; the fraction is in lowest terms. */
export function splitLength(inches: number, denominator = 16) {
  const ticks = Math.round(Math.abs(inches) * denominator);
  const whole = Math.floor(ticks / denominator);
  let over = ticks % denominator;
  let under = denominator;
  while (over > 0 && over % 2 === 0 && under % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  return {
    negative: inches < 0 && ticks > 0,
    feet: Math.floor(whole / 12),
    inches: whole % 12,
    whole,
    over,
    under,
  };
}

/** The fraction as type would set it: ½, ⅝, or ⁵⁄₁₆ built from small figures. */
export function fractionGlyph(over: number, under: number): string {
  if (over === 0) return '';
  const found = Object.entries(glyphFractions).find(([, value]) => value === `${over}/${under}`);
  if (found) return found[0];
  const small = (n: number, digits: string) => [...String(n)].map((d) => nth(digits, Number(d))).join('');
  return `${small(over, superscripts)}⁄${small(under, subscripts)}`;
}

/** For reading: 12′ 6½″, 15⅛″. Under `feetFrom` inches (default 36) it stays in inches. */
export function formatLength(inches: number, feetFrom = 36, denominator = 16): string {
  const s = splitLength(inches, denominator);
  const sign = s.negative ? '−' : '';
  const fraction = fractionGlyph(s.over, s.under);
  if (s.whole < feetFrom) return `${sign}${s.whole === 0 && fraction ? '' : s.whole}${fraction}″`;
  const rest = s.inches === 0 && !fraction ? '' : ` ${s.inches === 0 ? '' : s.inches}${fraction}″`;
  return `${sign}${s.feet}′${rest}`;
}

/** For typing back in: 12'6-1/2", or 16" under `feetFrom` inches. `parseLength` reads it to the same sixteenth. */
export function typedLength(inches: number, feetFrom = 36, denominator = 16): string {
  const split = splitLength(inches, denominator);
  const s = split.whole < feetFrom ? { ...split, feet: 0, inches: split.whole } : split;
  const fraction = s.over === 0 ? '' : `${s.over}/${s.under}`;
  const small = s.inches === 0 && fraction ? fraction : fraction ? `${s.inches}-${fraction}` : `${s.inches}`;
  const text =
    s.feet > 0 ? (s.inches === 0 && !fraction ? `${s.feet}'` : `${s.feet}'${small}"`) : `${small}"`;
  return `${s.negative ? '-' : ''}${text}`;
}

/** Inches to feet, for lists that are bought by the foot. */
export function lengthInFeet(inches: number): number {
  return inches / 12;
}
