<script setup lang="ts">
import { formatLength, type WayOffered } from '@fieldchalk/core';
import { ref, watch } from 'vue';
import { useSession } from '../../stores/session.ts';

/** The ways a cable may go, side by side, to choose from. They are worked out when asked for, and again when its way changes. */
const props = defineProps<{ run: string }>();
const session = useSession();
const ways = ref<readonly WayOffered[] | null>(null);
const open = ref(false);

async function compare() {
  const asked = props.run;
  const found = await session.waysOffered(asked);
  if (asked === props.run) ways.value = found;
}
watch(
  () => [props.run, open.value, session.result?.runs[props.run]] as const,
  ([run], before) => {
    if (run !== before?.[0]) ways.value = null;
    if (open.value) void compare();
  },
);

const goes = {
  wall: 'In the wall',
  over: 'Over the plates',
  under: 'Under the floor',
  surface: 'On the surface',
};
const dollars = (cents: number) => `$${(cents / 100).toFixed(2)}`;
const least = () => Math.min(...(ways.value ?? []).map((w) => w.cents));
function holesOf({ holes, plateHoles, shared, joists }: WayOffered): string {
  const parts = [
    `${holes} ${holes === 1 ? 'hole' : 'holes'}`,
    ...(plateHoles > 0 ? [`${plateHoles} in plates`] : []),
    ...(shared > 0 ? [`${shared} shared`] : []),
    ...(joists > 0 ? [`${joists} joists`] : []),
  ];
  return parts.join(', ');
}
</script>

<template>
  <details class="my-2" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="row cursor-pointer"><span>Compare ways</span><b>over, through, under</b></summary>
    <p v-if="open && ways === null" role="status" class="py-2 text-quiet">Laying it each way…</p>
    <p v-else-if="ways?.length === 1" class="py-2 text-quiet">The framing gives no other way.</p>
    <div
      v-for="w in ways ?? []"
      :key="w.asked"
      class="my-1 border-l-4 p-2"
      :class="w.isNow ? 'border-chalk bg-chalk-soft' : 'border-rule'"
      :data-way="w.goes"
    >
      <div class="flex items-baseline justify-between gap-2">
        <b>{{ goes[w.goes] }}</b>
        <span class="figure text-base">{{ dollars(w.cents) }}</span>
      </div>
      <p class="text-sm">
        {{ formatLength(w.cut) }} to cut · {{ holesOf(w) }} · bit
        {{ w.bits.map((b) => formatLength(b)).join(', ') || 'none' }} · {{ w.minutes }} min
      </p>
      <p v-if="w.isNow" class="text-sm text-quiet">
        The way it goes now{{ w.cents === least() ? ', and the cheapest of these' : '' }}.
      </p>
      <button v-else class="key mt-1" type="button" @click="session.edit('setRunWay', { run, way: w.asked })">
        Take this way,
        {{
          w.cents >= least() && w.cents > least()
            ? `${dollars(w.cents - least())} more than the cheapest`
            : 'the cheapest'
        }}
      </button>
    </div>
  </details>
</template>
