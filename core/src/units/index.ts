export {
  parseLength,
  formatLength,
  typedLength,
  splitLength,
  fractionGlyph,
  lengthInFeet,
} from './length.ts';
export type { LengthReading } from './length.ts';
export { countWords, firstOfWords } from './counts.ts';
export { moneyWords, moreWords, priceWords } from './money.ts';
export { tidy, toDecimals } from './number.ts';
