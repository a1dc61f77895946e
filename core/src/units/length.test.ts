import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { formatLength, parseLength, typedLength } from './index.ts';

const inches = (text: string) => {
  const read = parseLength(text);
  return read.ok ? read.inches : read.problem;
};

describe('reading lengths', () => {
  test.each([
    [`12'6-1/2"`, 150.5],
    ['12 6 1/2', 150.5],
    [`12.5'`, 150],
    ['150.5', 150.5],
    ['150.5in', 150.5],
    ['150 1/2', 150.5],
    [`12' 6 1/2`, 150.5],
    ['12′ 6½″', 150.5],
    ['12ft 6in', 150],
    ['12 feet 6 inches', 150],
    ['12 6', 150],
    [`12'`, 144],
    ['6"', 6],
    ['1/2', 0.5],
    ['½', 0.5],
    [`12'-6"`, 150],
    ['5⁵⁄₁₆″', 5.3125],
    [' 7 ', 7],
    [`0'6"`, 6],
    ['1 1/32', 1.03125],
  ])('%s is %d in.', (text, value) => expect(inches(text)).toBe(value));

  test('metric by the inch of 25.4 mm (international inch, 1959)', () => {
    expect(inches('3.82 m')).toBeCloseTo(150.3937, 4);
    expect(inches('2540mm')).toBeCloseTo(100, 9);
    expect(inches('254 cm')).toBeCloseTo(100, 9);
  });

  test.each(['', 'abc', '12 14', '-5', `12'13"`, '1/0', '3.5 1/2', '12 6 1/2 7', '1e5', '5 km'])(
    '“%s” is refused with how to write it',
    (text) => {
      const read = parseLength(text);
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.problem.length).toBeGreaterThan(15);
    },
  );

  test('every sixteenth to 100 ft comes back from typing and from reading', () => {
    for (let ticks = 0; ticks <= 100 * 12 * 16; ticks++) {
      const value = ticks / 16;
      if (inches(typedLength(value)) !== value)
        throw new Error(`${value} typed as ${typedLength(value)} reads ${inches(typedLength(value))}`);
      if (inches(formatLength(value)) !== value)
        throw new Error(`${value} shown as ${formatLength(value)} reads ${inches(formatLength(value))}`);
    }
  });

  test('never throws', () => {
    fc.assert(fc.property(fc.string(), (text) => typeof parseLength(text).ok === 'boolean'));
  });
});

describe('showing lengths', () => {
  test.each([
    [15.125, '15⅛″'],
    [150.5, '12′ 6½″'],
    [0.5, '½″'],
    [0, '0″'],
    [144, '12′'],
    [36.0625, '3′ ¹⁄₁₆″'],
    [-2.25, '−2¼″'],
  ])('%d shows as %s', (value, text) => expect(formatLength(value)).toBe(text));
});
