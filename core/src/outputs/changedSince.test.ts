import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { edited } from '../../testing/index.ts';
import { compute } from '../compute/index.ts';
import { changedSince } from './changedSince.ts';

const plan = marlStreet();
const laid = (p: typeof plan) => ({ plan: p, result: compute(p) });
const before = laid(plan);

test('nothing changed where nothing did', () => {
  expect(changedSince(before, laid(structuredClone(plan))).size).toBe(0);
});

test('a device of another kind marks its box alone; a box nailed higher marks it and the cables that come to it', () => {
  const [device, { box }] = Object.entries(plan.devices).find(([, d]) => d.kind === 'receptacle')!;
  const otherKind = edited(plan, 'setDevice', { device, changes: { kind: 'gfci' } });
  expect([...changedSince(before, laid(otherKind))].filter((id) => plan.boxes[id])).toEqual([box]);

  const raised = edited(plan, 'setBoxHeight', {
    box,
    height: { value: 30, to: 'bottom', from: 'subfloor' },
  });
  const changed = changedSince(before, laid(raised));
  expect(changed).toContain(box);
  const own = Object.entries(plan.runs).flatMap(([id, r]) => (r.from === box || r.to === box ? [id] : []));
  for (const run of own) expect(changed).toContain(run);
});

test('a box that is taken away is not there to be shown', () => {
  const [box] = Object.keys(plan.boxes).filter((id) => before.result.marks[id] && !plan.boxes[id]!.existing);
  expect(changedSince(before, laid(edited(plan, 'removeBoxes', { boxes: [box!] })))).not.toContain(box);
});
