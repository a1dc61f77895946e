// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { expect, test, vi } from 'vitest';
import { reactive } from 'vue';
import NothingThere from './NothingThere.vue';

const session = vi.hoisted(() => ({ now: { result: null as object | null } }));
vi.mock('../stores/session.ts', () => ({ useSession: () => session.now }));

test('that nothing is open is said once it is known, and not while it is still worked out', async () => {
  session.now = reactive(session.now);
  const line = mount(NothingThere, { slots: { default: 'Nothing is open.' } });
  expect(line.text()).toBe('This is being worked out…');
  session.now.result = { findings: [] };
  await line.vm.$nextTick();
  expect(line.text()).toBe('Nothing is open.');
});
