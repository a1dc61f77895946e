import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { edited } from '../../testing/index.ts';
import { Computer, compute, emptyPlan, isOpen, jobCard } from '../index.ts';
import { stateKinds } from './jobCard.ts';

test('the card of the demo has its walls and boxes drawn within its frame, and counts what is open as the workspace does', () => {
  const plan = marlStreet();
  const card = jobCard(plan);
  const result = compute(plan);
  expect(card.open).toBe(result.findings.filter(isOpen).length);
  const [x, y, width, height] = card.drawing!.extent;
  const within = ([px, py]: readonly number[]) =>
    px! >= x - 6 && px! <= x + width + 6 && py! >= y - 6 && py! <= y + height + 6;
  const corners = card.drawing!.walls.flatMap((w) => w.split(' ').map((p) => p.split(',').map(Number)));
  expect(corners.length).toBeGreaterThan(20);
  expect(corners.filter((c) => !within(c))).toEqual([]);
  expect(card.drawing!.boxes.filter((b) => !within(b))).toEqual([]);
  expect(JSON.stringify(card.drawing).match(/\d\.\d\d/)).toBe(null);
});

test('what there is to do is each thing once; what is there already is not', () => {
  const plan = marlStreet();
  const { work } = jobCard(plan);
  for (const kind of stateKinds) {
    expect(work[kind].length, kind).toBeGreaterThan(10);
    expect(new Set(work[kind]).size).toBe(work[kind].length);
  }
  const result = compute(plan);
  const toNail = Object.keys(plan.boxes).filter(
    (id) => !plan.boxes[id]!.existing && (result.marks[id] ?? result.ceilings[id]),
  );
  expect([...work.box].sort()).toEqual(toNail.sort());
  const box = work.box[0]!;
  const there = edited(plan, 'setBox', { box, changes: { existing: true } });
  expect(jobCard(there).work.box).not.toContain(box);
});

test('an empty job has a card with nothing on it, and one with an address says it', () => {
  const empty = edited(emptyPlan('Barn'), 'describeJob', {
    address: '12 Quarry Road',
    customer: 'The Alders',
    starts: '2027-03-01',
  });
  expect(jobCard(empty, new Computer())).toMatchObject({
    about: {
      name: 'Barn',
      address: '12 Quarry Road',
      customer: 'The Alders',
      starts: '2027-03-01',
      ends: '',
    },
    drawing: null,
    work: { box: [], hole: [], pull: [], makeup: [] },
  });
});

test('a job cannot end before it starts', () => {
  expect(() =>
    edited(emptyPlan('Barn'), 'describeJob', { starts: '2027-03-01', ends: '2027-02-01' }),
  ).toThrow(/before the day the work starts/);
});
