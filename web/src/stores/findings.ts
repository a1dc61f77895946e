import { boundedRooms, type EditName, type Finding, isOpen, nth, roomOfBox } from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import type { Stage } from '../workspace/entry/order.ts';
import { stageOfFinding } from '../workspace/frame/subjects.ts';
import { collectionOf, type Selection, useSelection } from './selection.ts';
import { useSession } from './session.ts';

/** A finding with its number in the result, by which it is shown. */
export interface NumberedFinding {
  readonly f: Finding;
  readonly index: number;
}

/** Whether a thing of a kind can be chosen. */
const isChosenKind = (kind: string): kind is keyof typeof collectionOf => Object.hasOwn(collectionOf, kind);

/** What is open, which finding is in view, and stepping through them. */
export const useFindings = defineStore('findings', () => {
  const session = useSession();
  const selection = useSelection();
  const shown = ref<number | null>(null);
  watch(
    () => selection.room,
    () => (shown.value = null),
    { flush: 'sync' },
  );

  const idOf = (f: Finding, kind: 'room' | 'box' | 'device' | 'run') =>
    f.about.find((t) => t.kind === kind)?.id;

  /** The room a finding is about, or whose wall it is on, or that has the box it is about, or the first box of the cable. */
  function roomOf(f: Finding): string | undefined {
    const own = idOf(f, 'room') ?? selection.roomSeeing(f.place);
    if (own !== undefined) return own;
    const plan = session.answered;
    const device = plan?.devices[idOf(f, 'device') ?? ''];
    const run = plan?.runs[idOf(f, 'run') ?? ''];
    const ends = [device?.box ?? idOf(f, 'box'), run?.from, run?.to ?? undefined];
    const box = ends.flatMap((id) => plan?.boxes[id ?? ''] ?? [])[0];
    return (plan && box && roomOfBox(box, boundedRooms(plan))) ?? undefined;
  }

  /** The first thing it is about that can be chosen and is still there. */
  function thingOf(f: Finding): Selection {
    const plan = session.plan;
    for (const { kind, id } of f.about) {
      const chosen = kind === 'device' ? plan?.devices[id]?.box : id;
      const as = kind === 'device' ? 'box' : kind;
      if (chosen !== undefined && plan && isChosenKind(as) && Object.hasOwn(plan[collectionOf[as]], chosen))
        return { kind: as, id: chosen };
    }
    return null;
  }

  /** Brings a finding into view: its room, its place on the wall, and the first thing it is about. */
  function show(index: number): void {
    const next = session.result?.findings[index];
    if (!next) return;
    const home = roomOf(next);
    if (home && home !== selection.room) selection.chooseRoom(home);
    selection.choose(thingOf(next));
    selection.look(next.place);
    shown.value = index;
  }
  /** All findings, each with its number in the result. */
  const all = computed((): NumberedFinding[] =>
    (session.result?.findings ?? []).map((f, index) => ({ f, index })),
  );
  const open = computed(() => all.value.filter(({ f }) => isOpen(f)));
  /** To the next one that is open, or the one before; from the last comes the first. */
  function step(by: 1 | -1): void {
    const places = open.value.map((n) => n.index);
    const at = shown.value;
    const next =
      by > 0
        ? (places.find((i) => at === null || i > at) ?? places[0])
        : (places.findLast((i) => at === null || i < at) ?? places.at(-1));
    if (next === undefined) session.say('Nothing is open.');
    else show(next);
  }
  function fix(finding: Finding, index: number): void {
    const { edit, args } = nth(finding.fixes, index);
    session.edit(edit as EditName, args as never);
  }

  return {
    shown: computed(() => shown.value),
    all,
    open,
    byStage: computed(() => {
      const stages = new Map<Stage, NumberedFinding[]>();
      for (const n of open.value) {
        const own = stages.get(stageOfFinding(n.f));
        if (own) own.push(n);
        else stages.set(stageOfFinding(n.f), [n]);
      }
      return stages;
    }),
    roomOf,
    show,
    step,
    fix,
  };
});
