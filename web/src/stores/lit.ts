import { type Plan, type Thing } from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { useSelection } from './selection.ts';
import { useSession } from './session.ts';

/** What of the drawing a line of the list comes from, by the ids that are drawn. */
export interface Lit {
  readonly boxes: ReadonlySet<string>;
  readonly runs: ReadonlySet<string>;
  readonly walls: ReadonlySet<string>;
}

/** Things as what is drawn of them: a device is its box, a circuit its boxes and its panel’s first cable. */
export function litBy(things: readonly Thing[], plan: Plan): Lit {
  const of = (kind: Thing['kind']) => new Set(things.filter((t) => t.kind === kind).map((t) => t.id));
  const [boxes, devices, circuits] = [of('box'), of('device'), of('circuit')];
  for (const [id, d] of Object.entries(plan.devices))
    if (devices.has(id) || (d.circuit !== null && circuits.has(d.circuit))) boxes.add(d.box);
  return { boxes, runs: of('run'), walls: of('wall') };
}

/** The line of the list that is in hand, and what it comes from, which the drawings light. */
export const useLit = defineStore('lit', () => {
  const session = useSession();
  const selection = useSelection();
  const item = ref<string | null>(null);
  const lit = shallowRef<Lit | null>(null);

  /** Takes a line in hand, or lets go of it where it is in hand already. */
  async function light(next: string): Promise<void> {
    item.value = item.value === next ? null : next;
    await follow();
  }
  async function follow(): Promise<void> {
    const asked = item.value;
    if (asked === null) return void (lit.value = null);
    const things = await session.sourcesOf(asked);
    if (item.value === asked && session.answered) lit.value = litBy(things, session.answered);
  }
  // The list changes with the plan; the line in hand goes with its stage.
  watch(() => session.result, follow);
  watch(
    () => selection.stage,
    () => {
      item.value = null;
      lit.value = null;
    },
  );
  return { item: computed(() => item.value), lit: computed(() => lit.value), light };
});
