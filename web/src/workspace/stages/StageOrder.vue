<script setup lang="ts">
import { entryOf, namesOf, nth, takeoffCsv } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';

const session = useSession();
function download(name: string, text: string, type: string) {
  const url = URL.createObjectURL(new Blob([text], { type }));
  Object.assign(document.createElement('a'), { href: url, download: name }).click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
const file = () => session.opened.job.name.replaceAll(/[^\w-]+/g, '-').toLowerCase();
const list = computed(() => (session.result ? takeoffCsv(session.result.takeoff) : ''));
const names = computed(() => namesOf(session.drawn));
/** Cuts of one coil are all of one cable. */
const cableOf = (cuts: readonly { readonly run: string }[]) =>
  entryOf(session.drawn.runs, nth(cuts, 0).run).cable;
function ends(run: string) {
  const { from, to } = entryOf(session.drawn.runs, run);
  return `${names.value.end(from)} → ${names.value.end(to)}`;
}
const money = (cents: number | null) => (cents === null ? '' : `$${(cents / 100).toFixed(2)}`);
</script>

<template>
  <div>
    <div class="flex gap-2">
      <button
        class="key"
        type="button"
        :disabled="!session.result"
        @click="download(`${file()}-list.csv`, list, 'text/csv')"
      >
        Download CSV
      </button>
      <button
        class="key"
        type="button"
        @click="download(`${file()}.json`, JSON.stringify(session.plan, null, 2), 'application/json')"
      >
        Download JSON
      </button>
    </div>
    <details
      v-for="l in session.result?.takeoff.lines ?? []"
      :key="l.item"
      class="border-b border-rule"
      :data-item="l.item"
    >
      <summary class="row cursor-pointer border-0">
        <span>{{ l.name }}</span><b class="whitespace-nowrap"
          >{{ l.quantity }} {{ l.unit === 'each' ? '' : l.unit }}
          <span class="font-normal text-quiet">{{ money(l.cents) }}</span></b
        >
      </summary>
      <p class="pb-2 pl-4 text-sm">{{ l.why }}</p>
    </details>
    <template v-if="session.result">
      <h2 class="heading">Coils</h2>
      <details v-for="(c, i) in session.result.takeoff.coils" :key="i" class="border-b border-rule">
        <summary class="row cursor-pointer border-0">
          <span>{{ cableOf(c.cuts) }}, {{ c.feet }} ft {{ c.from === 'new' ? 'new' : 'from stock' }}</span
          ><b>{{ c.left }} ft left</b>
        </summary>
        <p v-for="cut in c.cuts" :key="cut.run" class="row pl-4 text-sm">
          <span>{{ ends(cut.run) }}</span><span>{{ cut.feet }} ft</span>
        </p>
      </details>
      <h2 class="heading">Hours</h2>
      <div v-for="s in session.result.hours.stages" :key="s.stage" class="row">
        <span>{{ s.stage }}</span><b>{{ s.hours }}</b>
      </div>
    </template>
  </div>
</template>
