<script setup lang="ts">
import { cables, entryOf, namesOf, nth } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { jacketColours } from '../ribbon/jackets.ts';
import NothingThere from '../NothingThere.vue';

/** Which cut comes off which coil: a bar for each coil, as long as it is, cut where it is cut. */
const session = useSession();
const selection = useSelection();
const names = computed(() => namesOf(session.drawn));
const ends = (run: string) => {
  const { from, to } = entryOf(session.drawn.runs, run);
  return `${names.value.end(from)} → ${names.value.end(to)}`;
};
const coils = computed(() => {
  if (!session.answered) return [];
  const all = session.result?.takeoff.coils ?? [];
  const longest = Math.max(1, ...all.map((c) => c.feet));
  const count = new Map<string, number>();
  return all.map((c) => {
    const { cable } = entryOf(session.drawn.runs, nth(c.cuts, 0).run);
    const number = (count.get(cable) ?? 0) + 1;
    count.set(cable, number);
    let at = 0;
    return {
      cable,
      says: c.from === 'new' ? `${cable}, coil ${number}` : `${cable}, started`,
      left: c.left,
      width: (c.feet / longest) * 100,
      colour: jacketColours[entryOf(cables, cable).jacket],
      cuts: c.cuts.map((cut) => {
        const from = at;
        at += cut.feet;
        return { ...cut, from: (from / c.feet) * 100, share: (cut.feet / c.feet) * 100 };
      }),
    };
  });
});
const chosen = computed(() => (selection.chosen?.kind === 'run' ? selection.chosen.id : null));
</script>

<template>
  <section class="bg-sheet px-4 py-3" aria-label="Coils" tabindex="0">
    <h2 class="mb-2 font-bold">
      Which cut comes off which coil
      <span class="font-normal text-quiet">{{ coils.reduce((n, c) => n + c.cuts.length, 0) }} cuts</span>
    </h2>
    <NothingThere v-if="coils.length === 0">Coils are cut here once the runs are laid.</NothingThere>
    <div
      v-for="(c, i) in coils"
      :key="i"
      class="mb-1.5 grid grid-cols-[6.5rem_1fr_4.5rem] items-center gap-2 text-sm"
    >
      <span class="truncate text-quiet">{{ c.says }}</span>
      <div class="relative h-6 bg-rule" :style="{ width: `${c.width}%` }">
        <button
          v-for="cut in c.cuts"
          :key="cut.run"
          type="button"
          class="absolute inset-y-0 border border-[#15181a]"
          :style="{ left: `${cut.from}%`, width: `${cut.share}%`, background: c.colour }"
          :class="{ 'outline-3 outline-chalk z-10': chosen === session.nowOf(cut.run) }"
          :title="`${ends(cut.run)}, ${cut.feet} ft`"
          :aria-label="`${ends(cut.run)}, ${cut.feet} ft`"
          :aria-pressed="chosen === session.nowOf(cut.run)"
          @click="selection.showRun(session.nowOf(cut.run))"
        />
      </div>
      <span>{{ Math.floor(c.left) }} ft left</span>
    </div>
    <p v-if="chosen && session.drawn.runs[session.drawnId(chosen)]" class="mt-2" role="status">
      <b>{{ ends(session.drawnId(chosen)) }}</b>
    </p>
  </section>
</template>
