import { describe, expect, test } from 'vitest';
import { openedInches } from './openedStrips.ts';

const at = (x: number, y: number) => ({ x, y, z: 97 });
const across = (how: 'fish' | 'open', of: 'ceiling' | 'floor', ...line: ReturnType<typeof at>[]) => ({
  ceilings: [{ level: 'L1', of, how, line, inches: 0, joists: 0, fishMinutes: 0, openMinutes: 0 }],
});

describe('strips opened for cables', () => {
  const one = across('open', 'ceiling', at(0, 0), at(120, 0));

  test('two cables side by side lie in one strip; farther apart each has its own', () => {
    expect(openedInches([one])).toBeCloseTo(120, 6);
    expect(openedInches([one, across('open', 'ceiling', at(0, 5), at(120, 5))])).toBeCloseTo(120, 6);
    expect(openedInches([one, across('open', 'ceiling', at(0, 40), at(120, 40))])).toBeCloseTo(240, 6);
  });

  test('a floor under it is opened by itself, and what is fished is not opened', () => {
    expect(openedInches([one, across('open', 'floor', at(0, 0), at(120, 0))])).toBeCloseTo(240, 6);
    expect(openedInches([one, across('fish', 'ceiling', at(0, 40), at(120, 40))])).toBeCloseTo(120, 6);
    expect(openedInches([{ ceilings: [] }])).toBe(0);
  });
});
