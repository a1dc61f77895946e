import { compute, isOpen } from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { expect, test } from 'vitest';
import { stageOfFinding } from './subjects.ts';

test('what is about a cable is put right among the runs, about a box among the boxes, about a room that is open while walking', () => {
  const about = (kind: 'run' | 'box' | 'room' | 'circuit') => [{ kind, id: 'x' }];
  expect(stageOfFinding({ rule: 'spacing.maxGap', about: about('room') })).toBe('boxes');
  expect(stageOfFinding({ rule: 'rooms.open', about: about('room') })).toBe('walk');
  expect(stageOfFinding({ rule: 'rooms.begun', about: about('room') })).toBe('walk');
  expect(stageOfFinding({ rule: 'spacing.maxGap', about: about('run') })).toBe('runs');
  expect(stageOfFinding({ rule: 'spacing.maxGap', about: about('circuit') })).toBe('circuits');
  expect(stageOfFinding({ rule: 'spacing.maxGap', about: [] })).toBe('circuits');
});

test('what is open in the stages comes to all that is open', () => {
  const open = notEmpty(compute(marlStreet()).findings.filter(isOpen));
  const stages = open.map(stageOfFinding);
  const counts = ['walk', 'boxes', 'circuits', 'runs'].map((s) => stages.filter((x) => x === s).length);
  expect(counts.reduce((a, b) => a + b, 0)).toBe(open.length);
});
