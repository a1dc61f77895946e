import { expect, test } from 'vitest';
import { compute, makeEdit } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { whatElse, whyHere } from './why.ts';

const plan = study();
const result = compute(plan);

test('a receptacle says what it reaches on either hand; a switch says nothing', () => {
  for (const { receptacles } of result.rooms['r1']!.spaces)
    for (const { box } of receptacles) {
      const [left, right] = whyHere(result, box);
      expect(left).toMatch(/on the left|left end/);
      expect(right).toMatch(/on the right|right end/);
    }
  expect(whyHere(result, 'b6')).toEqual([]);
});

test('what it says would do too does: a box moved there leaves no finding of spacing', () => {
  for (const box of ['b1', 'b2', 'b3', 'b4', 'b5']) {
    const mark = result.marks[box]!;
    for (const stud of whatElse(result, box, 72)) {
      const member = result.members.find((m) => m.wall === mark.wall && m.number === stud)!;
      const kept = [-1, 1].some((face) => {
        const moved = makeEdit(plan, 'moveBox', { box, at: member.at + face * 1.875 });
        return moved.ok && !compute(moved.plan).findings.some((f) => f.rule.startsWith('spacing.'));
      });
      expect(`${box} stud ${stud} ${kept}`).toBe(`${box} stud ${stud} true`);
    }
  }
});
