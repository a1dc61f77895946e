import { expect, test } from 'vitest';
import { boxMadeUp } from './inHand.ts';

test('the box whose make-up is looked at is the one chosen, else the first of the room that cable comes into, else the first of all', () => {
  const result = { makeup: { b7: {}, b11: {}, b12: {} } } as never;
  const looked = (chosen: string | null, inHand: readonly string[], worked: typeof result | null = result) =>
    boxMadeUp(
      { result: worked, drawnId: (id) => id },
      { chosen: chosen === null ? null : { kind: 'box', id: chosen }, boxesInHand: () => [...inHand] },
    );
  expect(looked('b3', ['b12', 'b11'])).toBe('b3');
  expect(looked(null, ['b8', 'b12', 'b11'])).toBe('b11');
  expect(looked(null, ['b8'])).toBe('b7');
  expect(looked(null, ['b7'], null)).toBeNull();
});
