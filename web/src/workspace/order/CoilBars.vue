<script setup lang="ts">
import { entryOf, formatLength, namesOf } from '@fieldchalk/core';
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { today } from '../../words/today.ts';
import NothingThere from '../NothingThere.vue';
import { coilRows, coilsWords } from './coilRows.ts';

/** Which cut comes off which coil: a bar for each coil, as long as it is, cut where it is cut; and the cuts in the order of the work. */
const session = useSession();
const selection = useSelection();
const names = computed(() => namesOf(session.drawn));
const ends = (run: string) => {
  const { from, to } = entryOf(session.drawn.runs, run);
  return `${names.value.end(from)} → ${names.value.end(to)}`;
};
const rows = computed(() =>
  session.answered && session.result ? coilRows(session.result.takeoff.coils, session.drawn.stock) : [],
);
const words = computed(() => (session.result ? coilsWords(session.result.takeoff) : ''));
const coilOf = computed(
  () => new Map(rows.value.flatMap((r) => r.cuts.map((c) => [c.run, r.says] as const))),
);
const pulls = computed(() => (session.answered ? (session.result?.cuts ?? []) : []));
const circuitWords = (circuit: string | null) =>
  circuit === null ? '' : names.value.circuit(circuit).split(',')[0];
const isTouch = useMediaQuery('(pointer: coarse)');
const pressable = ({ run, feet }: { run: string; feet: number }) => {
  const says = `${ends(run)}, ${feet} ft`;
  return { type: 'button', title: says, 'aria-label': says, 'aria-pressed': isChosen(run) };
};
const chosen = computed(() => (selection.chosen?.kind === 'run' ? selection.chosen.id : null));
const isChosen = (run: string) => chosen.value === session.nowOf(run);
const planned = computed(() => rows.value.filter((r) => r.coil.cutAs === null));
/** Coils are cut as they are planned; what is left goes back to stock. */
function cut(list: typeof planned.value) {
  const coils = list.map(({ coil: { item, from, feet, cuts } }) => ({
    ...{ item, from, feet },
    cuts: cuts.map((c) => ({ run: session.nowOf(c.run), feet: c.feet })),
  }));
  session.edit('cutCoils', { coils, on: today() });
}
</script>

<template>
  <section class="bg-sheet px-4 py-3" aria-label="Coils" tabindex="0">
    <div class="mb-2 flex flex-wrap items-baseline gap-2">
      <h2 class="font-bold">Which cut comes off which coil</h2>
      <span class="text-quiet">{{ words }}</span>
      <button v-if="planned.length > 1" class="key ml-auto" type="button" @click="cut(planned)">
        All are cut so
      </button>
    </div>
    <NothingThere v-if="rows.length === 0">Coils are cut here once the runs are laid.</NothingThere>
    <div
      v-for="(r, i) in rows"
      :key="i"
      class="mb-1.5 grid grid-cols-[7.5rem_1fr_4rem_3.5rem] items-center gap-2 text-sm"
      data-coil
    >
      <span class="truncate text-quiet" :title="r.says">{{ r.says }}</span>
      <div class="relative h-6 bg-rule" :style="{ width: `${r.width}%` }">
        <!-- Too narrow for a finger: there the pull plan below is pressed. -->
        <component
          :is="isTouch ? 'span' : 'button'"
          v-for="c in r.cuts"
          :key="c.run"
          class="absolute inset-y-0 border border-[#15181a]"
          :style="{ left: `${c.from}%`, width: `${c.share}%`, background: r.colour }"
          :class="{ 'outline-3 outline-chalk z-10': isChosen(c.run) }"
          v-bind="isTouch ? {} : pressable(c)"
          @click="selection.showRun(session.nowOf(c.run))"
        />
      </div>
      <span class="text-right whitespace-nowrap">{{ Math.floor(r.coil.left) }} ft left</span>
      <button
        v-if="r.coil.cutAs === null"
        class="pointer-fine:min-h-6 text-right font-bold text-chalk"
        data-cut
        type="button"
        :aria-label="`${r.says} is cut so`"
        @click="cut([r])"
      >
        Is cut
      </button>
      <button
        v-else
        class="pointer-fine:min-h-6 text-right font-bold text-chalk"
        type="button"
        :aria-label="`${r.says} is not cut after all`"
        @click="session.edit('forgetCoil', { coil: r.coil.cutAs })"
      >
        Not cut
      </button>
      <span v-if="r.savedBy !== null" class="col-span-3 col-start-2 -mt-1 text-quiet"
        >{{ r.savedBy }} ft less of it would do without this coil</span
      >
    </div>
    <template v-if="pulls.length > 0 && rows.length > 0">
      <h2 class="heading">Pull plan</h2>
      <ol class="text-sm">
        <li v-for="(p, i) in pulls" :key="p.run" class="border-b border-rule">
          <button
            type="button"
            class="flex pointer-fine:min-h-7 w-full items-baseline gap-2 text-left"
            :class="{ 'bg-chalk-soft': isChosen(p.run) }"
            :aria-pressed="isChosen(p.run)"
            @click="selection.showRun(session.nowOf(p.run))"
          >
            <span class="w-7 text-right text-quiet">{{ i + 1 }}</span>
            <span class="w-32 truncate text-quiet">{{ coilOf.get(p.run) ?? p.cable }}</span>
            <b>{{ circuitWords(p.circuit) }}</b>
            <span class="min-w-0 flex-1 truncate">{{ names.end(p.from) }} → {{ names.end(p.to) }}</span>
            <b class="whitespace-nowrap">{{ formatLength(p.cut) }}</b>
          </button>
        </li>
      </ol>
    </template>
  </section>
</template>
