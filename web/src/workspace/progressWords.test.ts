import { expect, test } from 'vitest';
import { progressWords } from './progressWords.ts';

test('what a proposal is at: counted where it goes by steps', () => {
  expect(progressWords({ doing: 'receptacles', done: 0, of: 1 })).toBe('Placing receptacles…');
  expect(progressWords({ doing: 'runs', done: 0, of: 33 })).toBe('Laying cable, circuit by circuit: 1 of 33');
  expect(progressWords({ doing: 'runs', done: 32, of: 33 })).toBe(
    'Laying cable, circuit by circuit: 33 of 33',
  );
  expect(progressWords({ doing: 'runs', done: 33, of: 33 })).toBe(
    'Laying cable, circuit by circuit: 33 of 33',
  );
  expect(progressWords({ doing: 'circuits', done: 0, of: 0 })).toBe('Sharing out circuits…');
});
