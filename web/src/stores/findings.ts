import { nth, type EditName, type Finding } from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { useSelection } from './selection.ts';
import { useSession } from './session.ts';

/** Which finding is in view, and stepping through them. */
export const useFindings = defineStore('findings', () => {
  const session = useSession();
  const selection = useSelection();
  const shown = ref<number | null>(null);
  watch(
    () => selection.room,
    () => (shown.value = null),
    { flush: 'sync' },
  );

  const idOf = (f: Finding, kind: 'room' | 'box') => f.about.find((t) => t.kind === kind)?.id;

  /** The room a finding is about, or whose wall it is on. */
  function roomOf(f: Finding): string | undefined {
    return idOf(f, 'room') ?? selection.roomSeeing(f.place);
  }

  /** Brings a finding into view: its room, its place on the wall, and the box it is about. */
  function show(index: number): void {
    const next = session.result?.findings[index];
    if (!next) return;
    const home = roomOf(next);
    if (home && home !== selection.room) selection.chooseRoom(home);
    const box = idOf(next, 'box');
    selection.choose(box && session.plan?.boxes[box] ? { kind: 'box', id: box } : null);
    selection.look(next.place);
    shown.value = index;
  }
  function step(by: 1 | -1): void {
    const count = session.result?.findings.length ?? 0;
    if (count === 0) session.say('Nothing is open.');
    else show(shown.value === null ? (by > 0 ? 0 : count - 1) : (shown.value + by + count) % count);
  }
  function fix(finding: Finding, index: number): void {
    const { edit, args } = nth(finding.fixes, index);
    session.edit(edit as EditName, args as never);
  }

  return { shown: computed(() => shown.value), roomOf, show, step, fix };
});
