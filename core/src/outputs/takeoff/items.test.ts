import { describe, expect, test } from 'vitest';
import { wired, connectedHouse } from '../../../bench/wired.ts';
import { marlStreet, study } from '../../../demo/index.ts';
import { computed, edited, notEmpty } from '../../../testing/index.ts';
import { emptyPlan } from '../../plan/index.ts';
import { stockItems } from './items.ts';

describe('what a van has', () => {
  const bare = stockItems(emptyPlan('Nothing yet'));

  test('is there for a job that needs nothing: cable, boxes, devices, breakers, each once and by a name of its own', () => {
    const codes = bare.map((i) => i.item);
    expect(new Set(codes).size).toBe(notEmpty(codes).length);
    expect(new Set(bare.map((i) => i.name)).size).toBe(codes.length);
    for (const code of [
      'cable-14/2',
      'box-plastic-1g-20',
      'device-gfci-20',
      'plate-3g',
      'breaker-20a-1p-dual',
    ])
      expect(codes).toContain(code);
    for (const { item, name } of notEmpty(bare)) expect(name, item).toMatch(/^[A-Z\d].* .+|^[A-Z]/);
  });

  test('has every line of a list, by the same name; but tails, which are cut, and bits, which are worn', () => {
    for (const plan of [study(), marlStreet(), wired(connectedHouse(8))]) {
      const names = new Map(stockItems(plan).map((i) => [i.item, i.name]));
      const lines = computed(plan).takeoff.lines.filter(({ item }) => !/^(tail|bit)-/.test(item));
      for (const { item, name } of notEmpty(lines)) expect([item, names.get(item)]).toEqual([item, name]);
    }
  });

  test('has the models of the job', () => {
    const plan = edited(study(), 'addModel', { name: 'Own deep box', volume: 23, width: 2.25, depth: 3.5 });
    expect(stockItems(plan)).toContainEqual({ item: 'box-model1', name: 'Own deep box' });
  });
});
