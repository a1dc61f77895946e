<script setup lang="ts">
import { takeoffCsv } from '@fieldchalk/core';
import { computed } from 'vue';
import { useLit } from '../../stores/lit.ts';
import { useSession } from '../../stores/session.ts';
import OrderLine from './OrderLine.vue';
import PriceSources from './PriceSources.vue';
import { costWords, grouped, inventedWords } from './orderList.ts';
import NothingThere from '../NothingThere.vue';

/** The list of material at full height: what, how many, what it costs, and where each line comes from. */
const session = useSession();
const lit = useLit();
function download(name: string, text: string, type: string) {
  const url = URL.createObjectURL(new Blob([text], { type }));
  Object.assign(document.createElement('a'), { href: url, download: name }).click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
const file = () => session.opened.job.name.replaceAll(/[^\w-]+/g, '-').toLowerCase();
const lines = computed(() => session.result?.takeoff.lines ?? []);
const list = computed(() => (session.result ? takeoffCsv(session.result.takeoff) : ''));
const groups = computed(() => grouped(lines.value));
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-2">
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
      <b class="ml-auto" data-cost>{{ costWords(lines) }}{{ inventedWords(lines, session.opened.prices) }}</b>
    </div>
    <PriceSources :lines="lines" />
    <NothingThere v-if="lines.length === 0" class="my-6 text-lg">
      The list fills as boxes are placed, circuits assigned and runs laid.
    </NothingThere>
    <section v-for="g in groups" :key="g.heading" :aria-label="g.heading">
      <h2 class="mt-4 border-b-2 border-ink pb-1 font-bold">{{ g.heading }}</h2>
      <OrderLine
        v-for="l in g.lines"
        :key="l.item"
        :line="l"
        :is-lit="lit.item === l.item"
        @light="lit.light(l.item)"
      />
    </section>
    <template v-if="session.result">
      <h2 class="heading">Hours</h2>
      <div v-for="s in session.result.hours.stages" :key="s.stage" class="row">
        <span>{{ s.stage }}</span><b>{{ s.hours }}</b>
      </div>
    </template>
  </div>
</template>
