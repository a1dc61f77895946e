import { expect, test } from 'vitest';
import { study } from '../../demo/index.ts';
import { compute } from '../compute/index.ts';
import { cableLabelsInOrder } from './cableLabels.ts';

test('every cable that is labelled has both its ends, one after the other', () => {
  const result = compute(study());
  const labels = cableLabelsInOrder(result.cuts);
  expect(labels).toHaveLength(result.labels.length);
  const [first] = result.cuts.filter((c) => c.labels[0] !== '');
  expect(labels.slice(0, 2)).toEqual([...first!.labels]);
});
