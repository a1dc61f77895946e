import { expect, test } from 'vitest';
import type { Pending } from './pendingChange.ts';
import { type SetAside, SetAsides } from './setAsides.ts';

const aside = (id: string, says: string): SetAside => ({ change: { id } as Pending, says });

test('what is set aside is told, said anew, found and let go', () => {
  const told: (readonly SetAside[])[] = [];
  const asides = new SetAsides((list) => told.push(list));
  asides.add([]);
  expect(told).toEqual([]);
  asides.add([aside('a', 'will not do'), aside('b', 'no longer fits')]);
  asides.say('b', 'still does not fit');
  expect(asides.find('b')!.says).toBe('still does not fit');
  asides.letGo('a');
  asides.letGo('none');
  expect(told.at(-1)!.map((a) => a.change.id)).toEqual(['b']);
  expect(asides.find('a')).toBeUndefined();
});

test('it is about what it was about, whatever id that has now', () => {
  const asides = new SetAsides(() => undefined);
  const steps = [
    { name: 'moveBox', args: { box: 'b11', at: 40 } },
    { name: 'setBox', args: { box: 'b2', changes: { reason: 'b11' } } },
  ] as const;
  asides.add([{ change: { id: 'a', patches: [], steps } as unknown as Pending, says: 'no longer fits' }]);
  asides.follow(new Map([['b11', 'b13']]));
  expect(asides.find('a')!.change.steps).toEqual([
    { name: 'moveBox', args: { box: 'b13', at: 40 } },
    { name: 'setBox', args: { box: 'b2', changes: { reason: 'b11' } } },
  ]);
});
