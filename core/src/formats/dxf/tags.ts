import type { XY } from '../../geometry/index.ts';
import type { DrawnText } from './drawing.ts';

/** A door or window tag as drafters write them: 2668 is 2'6" by 6'8"; letters after it tell the kind. */
export interface OpeningTag {
  readonly at: XY;
  readonly text: string;
  readonly width: number;
  readonly height: number;
  readonly kind: 'sliding-door' | 'garage-door' | 'window' | 'fixed-glass' | null;
}

function kindOf(words: string): OpeningTag['kind'] {
  if (/S\.?\s?G\.?\s?D|SLID/i.test(words)) return 'sliding-door';
  if (/O\.?\s?H\.?\b|OVERHEAD|GARAGE/i.test(words)) return 'garage-door';
  if (/\b(FX|FIX|FIXED|PIC)\b/i.test(words)) return 'fixed-glass';
  if (/\b(XO|OX|XOX|OXO|SH|DH|SL|AWN|CSMT|CAS|HOP)\b/i.test(words)) return 'window';
  return null;
}

/** Reads `2668`, `16070 O.H. DOOR`, `6068 S.G.D.`: feet and inches of width, then of height. Null for other words. */
export function readTag({ text, at }: DrawnText): OpeningTag | null {
  const match = /^(\d{1,2})(\d)(\d)(\d)(?:\s+(.*))?$/.exec(text.trim());
  if (!match) return null;
  const [, feet, inches, highFeet, highInches, words = ''] = match;
  const width = Number(feet) * 12 + Number(inches);
  const height = Number(highFeet) * 12 + Number(highInches);
  if (width < 10 || width > 240 || height < 10 || height > 120) return null;
  return { at, text: text.trim(), width, height, kind: kindOf(words) };
}

/** A room's size as it is written, `13'8 x 14'`, in inches: across the sheet first. Null for other words. */
export function readRoomSize(text: string): readonly [number, number] | null {
  const length = String.raw`(\d+)'\s*-?\s*(?:(\d+(?:\.\d+)?)"?)?`;
  const match = new RegExp(`^${length}\\s*[xX×]\\s*${length}$`).exec(text.trim());
  if (!match) return null;
  const [, f1, i1 = '0', f2, i2 = '0'] = match;
  return [Number(f1) * 12 + Number(i1), Number(f2) * 12 + Number(i2)];
}
