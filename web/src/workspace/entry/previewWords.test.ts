import { Computer, makeEdit, unrollRoom, type EditArgs, type EditName } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { expect, test } from 'vitest';
import { previewWords, proposeWords } from './previewWords.ts';

const before = study();
const [seen] = unrollRoom(new Computer().take(before), 'r1').walls;
const on = { wall: seen!.wall, side: seen!.side, at: seen!.origin + 60 * seen!.sign };
const nearCorner = seen!.origin + (seen!.sign === 1 ? 12 : -32);
function tried<N extends EditName>(name: N, args: EditArgs<N>): string {
  const made = makeEdit(before, name, args);
  if (!made.ok) throw new Error(made.problems.map((p) => p.message).join());
  const computer = new Computer();
  const shown = computer.compute(made.plan);
  return previewWords({ before, after: made.plan, shown, unrolled: unrollRoom(computer.house, 'r1') });
}

test('a box is told with its place and height, before it is there', () => {
  const said = tried('addBox', { ...on, kind: 'receptacle' });
  expect(said).toMatch(/^receptacle \d+, wall [A-Z] · .+ from the left corner · stud \d+ · bottom 15⅛″$/);
});
test('an opening, a panel and a room are told; what adds nothing says nothing', () => {
  expect(
    tried('addOpening', { wall: on.wall, kind: 'door', at: nearCorner, width: 20, sill: 0, head: 82 }),
  ).toContain('door 20″ wide, head at 6′ 10″');
  expect(tried('addPanel', { ...on, name: 'Shed' })).toMatch(/^panel Shed, cable leaves it (above|below)$/);
  expect(tried('startRoom', { name: 'Pantry', use: 'pantry' })).toBe(
    'room Pantry, as a pantry: type its first wall next',
  );
  expect(tried('setRoom', { room: 'r1', changes: { name: 'Office' } })).toBe('');
});

test('a proposal says what it would lay out without working it out', () => {
  expect(proposeWords({})).toBe('boxes, circuits and cable where they are missing');
  expect(proposeWords({ only: ['runs'], anew: true })).toBe('cable anew; what is pinned stays');
});
