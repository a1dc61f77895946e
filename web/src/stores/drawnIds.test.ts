import { computed } from 'vue';
import { expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { DrawnIds } from './drawnIds.ts';

test('what is drawn of an earlier plan is found by the ids of now, until the plan of now is drawn; who shows it hears of both', () => {
  const ids = new DrawnIds();
  const [before, after, tried] = [{ ...study() }, { ...study() }, { ...study() }];
  const shown = computed(() => [ids.nowOf('b11'), ids.drawnId('b12'), ids.keyOf('b12')]);
  ids.follow(before);
  ids.draw(before);
  expect(shown.value).toEqual(['b11', 'b12', 'b12']);
  const asked = ids.moment;
  ids.rename(new Map([['b11', 'b12']]));
  ids.follow(after);
  ids.draw(tried);
  expect(shown.value).toEqual(['b12', 'b11', 'b11']);
  expect(ids.followed({ boxes: ['b11'] }, asked)).toEqual({ boxes: ['b12'] });
  ids.draw(after);
  expect(shown.value).toEqual(['b11', 'b12', 'b11']);
  ids.clear();
  expect(shown.value).toEqual(['b11', 'b12', 'b12']);
});
