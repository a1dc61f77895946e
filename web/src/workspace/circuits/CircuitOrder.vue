<script setup lang="ts">
import { formatLength, hasWay, namesOf, type OrderProof } from '@fieldchalk/core';
import { computed, ref, useTemplateRef, watch } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { followRenames } from '../../stores/followRenames.ts';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';

/** The boxes of a circuit in the order its cable reaches them, to be changed by hand: each change is laid at once, and undone with one key. */
const props = defineProps<{ circuit: string }>();
const session = useSession();
const selection = useSelection();
const names = computed(() => namesOf(session.opened));
const panel = computed(() => session.opened.circuits[props.circuit]?.panel ?? null);
/** As its cable reaches them, from the panel or from the old box that is tapped. */
const order = computed(() =>
  (session.result?.circuits[props.circuit]?.drops ?? []).map((d) => session.nowOf(d.box)),
);
/** Old boxes of the circuit, where power is already. */
const sources = computed(() => {
  const { circuits, boxes, devices } = session.opened;
  if (!circuits[props.circuit]?.existing) return [];
  const own = Object.values(devices).filter((d) => d.circuit === props.circuit);
  return [...new Set(own.map((d) => d.box))].filter((id) => boxes[id]?.existing);
});
/** The cable each box is fed by: the first that comes to it from one before it. */
const feeds = computed(() => {
  const before = new Set<string | null>([panel.value, ...sources.value]);
  const list = Object.entries(session.opened.runs).filter(([, r]) => r.circuit === props.circuit);
  return new Map(
    order.value.map((box) => {
      const feed = list.find(
        ([, r]) => (r.to === box && before.has(r.from)) || (r.from === box && before.has(r.to)),
      );
      before.add(box);
      return [
        box,
        feed
          ? { id: feed[0], pinned: feed[1].pinned, other: feed[1].to === box ? feed[1].from : feed[1].to }
          : null,
      ];
    }),
  );
});
const feet = (box: string) => {
  const feed = feeds.value.get(box);
  const laid = feed ? session.result?.runs[feed.id] : undefined;
  if (!laid) return 'not reached';
  return hasWay(laid) ? formatLength(laid.length.told) : 'no way';
};
const comesFrom = (box: string) => names.value.end(feeds.value.get(box)?.other ?? null);
const [from, to] = [ref(''), ref('')];
followRenames(from, to);
const ends = computed(() =>
  [...(panel.value ? [panel.value] : []), ...sources.value, ...order.value].map((id) => ({
    value: id,
    says: names.value.end(id),
  })),
);
const isChain = (i: number) => i > 0 && feeds.value.get(order.value[i] ?? '')?.other === order.value[i - 1];
/** How good the order is, worked out when the cables are as they are shown. */
const proof = ref<OrderProof | null>(null);
watch(
  () => [props.circuit, session.result?.circuits[props.circuit]] as const,
  async ([circuit]) => {
    const found = await session.orderProof(circuit);
    if (circuit === props.circuit) proof.value = found;
  },
  { immediate: true },
);
const proofWords = computed(() => {
  if (!proof.value) return '';
  const { over, exact } = proof.value;
  const percent = `${(Math.ceil(over * 1000 - 1e-6) / 10).toFixed(1)} %`;
  if (over < 1e-6) return 'No order of these boxes costs less, each cable by itself.';
  return exact
    ? `The best order costs ${percent} less, each cable by itself.`
    : `Within ${percent} of the least any order can cost, each cable by itself.`;
});
/** The box that a press moves: the keys stay with it. */
const moved = ref<string | null>(null);
const list = useTemplateRef<HTMLElement>('list');
function move(box: string, act: () => unknown) {
  moved.value = box;
  act();
}
watch(
  order,
  (now, before) => {
    const box = moved.value;
    if (box === null || now.indexOf(box) === before.indexOf(box)) return;
    moved.value = null;
    // Who went on elsewhere meanwhile stays there.
    const at = document.activeElement;
    if (at !== null && at !== document.body && !list.value?.contains(at)) return;
    const keys = list.value?.children[now.indexOf(box)]?.querySelectorAll('button') ?? [];
    [...keys].at(-1)?.focus();
  },
  { flush: 'post' },
);
function join() {
  if (from.value && to.value)
    session.edit('joinBoxes', { circuit: props.circuit, from: from.value, to: to.value });
}
</script>

<template>
  <div :data-order="circuit">
    <ol ref="list">
      <li v-for="(box, i) in order" :key="session.keyOf(box)" class="row items-center gap-2">
        <button
          type="button"
          class="min-w-0 flex-1 text-left hover:underline"
          @click="selection.choose({ kind: 'box', id: box })"
        >
          {{ i + 1 }}. {{ names.end(box) }}
          <span class="block text-sm text-quiet"
            >from {{ comesFrom(box) }}, cut {{ feet(box)
            }}{{ feeds.get(box)?.pinned ? ', pinned' : '' }}</span
          >
        </button>
        <button
          v-if="i > 0"
          type="button"
          class="key"
          :aria-label="`${names.end(box)}: first after ${sources.length > 0 ? 'the old box' : 'the panel'}`"
          @click="move(box, () => session.edit('orderBoxes', { circuit, boxes: [box] }))"
        >
          First
        </button>
        <button
          v-if="isChain(i)"
          type="button"
          class="key"
          :aria-label="`${names.end(box)}: one place sooner`"
          @click="move(box, () => session.edit('swapBoxes', { circuit, a: order[i - 1] ?? '', b: box }))"
        >
          ↑
        </button>
      </li>
    </ol>
    <p v-if="proofWords" class="py-1 text-sm text-quiet">{{ proofWords }}</p>
    <fieldset v-if="order.length > 1" class="mt-2">
      <legend class="text-sm text-quiet">Join two by a cable of their own</legend>
      <div class="grid grid-cols-2 gap-2">
        <ChoiceField v-model="from" label="From" :options="ends" />
        <ChoiceField v-model="to" label="To" :options="ends" />
      </div>
      <button
        type="button"
        class="key mt-1 w-full justify-center"
        :disabled="!from || !to || from === to"
        @click="join"
      >
        Join them
      </button>
    </fieldset>
  </div>
</template>
