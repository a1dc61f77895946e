import {
  Computer,
  makeEdit,
  must,
  patched,
  unrollRoom,
  type EditArgs,
  type Patch,
  type Plan,
} from '@fieldchalk/core';
import type { Answer } from '../worker/client.ts';

/** What the worker does, done in the test's own thread: for tests of what stands on its answers. */
export function computeInThread() {
  const computer = new Computer();
  let plan: Plan | null = null;
  const answer = (of: Plan, room: string | null): Answer => {
    const result = computer.compute(of);
    return { result, unrolled: room ? unrollRoom(computer.house, room) : null };
  };
  const held = () => must(plan, 'the plan of the worker');
  return {
    compute: {
      load: async (next: Plan, room: string | null) => answer((plan = next), room),
      follow: async (patches: readonly Patch[], room: string | null) =>
        answer((plan = patched(held(), patches)), room),
      preview: async (patches: readonly Patch[], room: string | null) =>
        answer(patched(held(), patches), room),
      propose: async (args: EditArgs<'propose'>) => makeEdit(held(), 'propose', args),
    },
    stop: () => undefined,
  };
}
