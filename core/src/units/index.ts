export {
  parseLength,
  formatLength,
  typedLength,
  splitLength,
  fractionGlyph,
  lengthInFeet,
} from './length.ts';
export type { LengthReading } from './length.ts';
export { tidy, toDecimals } from './number.ts';
