// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { defineComponent, h, ref } from 'vue';
import { useTrouble } from '../stores/trouble.ts';
import ErrorBoundary from './ErrorBoundary.vue';

const broken = ref(false);
const Drawing = defineComponent(() => () => {
  if (broken.value) throw new Error('“w4” is not among w1, w2');
  return h('p', 'drawn');
});
const pane = () =>
  mount(
    defineComponent(() => () => [
      h(ErrorBoundary, { where: 'plan' }, { default: () => h(Drawing) }),
      h('footer', 'the tally'),
    ]),
  );

beforeEach(() => {
  setActivePinia(createPinia());
  broken.value = false;
  vi.stubGlobal('fetch', async () => ({ ok: true, status: 204 }));
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => vi.unstubAllGlobals());

test('a part that throws says what happened; what stands beside it stays, and it can be drawn again', async () => {
  const screen = pane();
  expect(screen.text()).toContain('drawn');
  broken.value = true;
  await screen.vm.$nextTick();
  await screen.vm.$nextTick();
  expect(screen.find('[data-boundary]').text()).toContain('The plan cannot be drawn');
  expect(screen.text()).toContain('“w4” is not among w1, w2');
  expect(screen.text()).toContain('the tally');
  expect(useTrouble().last).toEqual({ message: '“w4” is not among w1, w2', where: 'plan' });

  broken.value = false;
  await screen.find('[data-boundary] button').trigger('click');
  expect(screen.find('[data-boundary]').exists()).toBe(false);
  expect(screen.text()).toContain('drawn');
  expect(useTrouble().last).toBe(null);
});
