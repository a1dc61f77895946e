<script setup lang="ts">
import { ChevronLeft, ChevronRight, X } from '@lucide/vue';
import type { SheetsMade } from '@fieldchalk/contracts';
import { nth } from '@fieldchalk/core';
import { computed, nextTick, ref, watch } from 'vue';
import { picturePath } from './makeSheets.ts';

/** The pages that were made as small pictures, sheet by sheet; one of them pressed fills the place. */
const props = defineProps<{ job: string; sheets: SheetsMade }>();
const open = ref<number | null>(null);
const large = ref<HTMLElement | null>(null);
watch(
  () => props.sheets.made,
  () => (open.value = null),
);
const pages = computed(() => props.sheets.pages.map((page, i) => ({ ...page, number: i + 1 })));
const shown = computed(() => (open.value === null ? null : nth(pages.value, open.value - 1)));
const step = (by: -1 | 1) => {
  const next = (open.value ?? 1) + by;
  if (next >= 1 && next <= pages.value.length) open.value = next;
};
function enlarge(number: number) {
  open.value = number;
  void nextTick(() => large.value?.focus());
}
function shrink() {
  const number = open.value;
  open.value = null;
  void nextTick(() => document.querySelector<HTMLElement>(`[data-page="${number}"]`)?.focus());
}
</script>

<template>
  <section
    v-if="shown"
    ref="large"
    tabindex="-1"
    :aria-label="`Page ${shown.number}, ${shown.title}`"
    @keydown.left.prevent="step(-1)"
    @keydown.right.prevent="step(1)"
    @keydown.esc.prevent="shrink"
  >
    <header class="mb-2 flex items-center gap-2">
      <button class="key" type="button" aria-label="Page before" :disabled="open === 1" @click="step(-1)">
        <ChevronLeft :size="18" aria-hidden="true" />
      </button>
      <button
        class="key"
        type="button"
        aria-label="Next page"
        :disabled="open === pages.length"
        @click="step(1)"
      >
        <ChevronRight :size="18" aria-hidden="true" />
      </button>
      <b class="min-w-0 flex-1 truncate">{{ shown.title }}</b>
      <span class="text-quiet">{{ shown.number }} of {{ pages.length }}</span>
      <button class="key" type="button" aria-label="All pages" @click="shrink">
        <X :size="18" aria-hidden="true" />
      </button>
    </header>
    <img
      :src="picturePath(job, sheets.made, shown.number)"
      :alt="`Page ${shown.number}: ${shown.title}`"
      class="w-full border border-rule bg-white"
      :class="{ 'mx-auto max-w-3xl': shown.height > shown.width }"
    />
  </section>
  <ul
    v-else
    class="grid content-start gap-3"
    :class="
      pages.length <= 4
        ? 'grid-cols-[repeat(auto-fill,minmax(min(24rem,100%),1fr))]'
        : 'grid-cols-[repeat(auto-fill,minmax(10rem,1fr))]'
    "
    aria-label="Pages"
  >
    <li v-for="p in pages" :key="p.number">
      <button
        type="button"
        class="block w-full text-left hover:bg-chalk-soft"
        :data-page="p.number"
        @click="enlarge(p.number)"
      >
        <img
          loading="lazy"
          :src="picturePath(job, sheets.made, p.number)"
          alt=""
          class="w-full border border-rule bg-white"
          :style="{ aspectRatio: `${p.width} / ${p.height}` }"
        />
        <span class="block truncate text-sm"
          ><span class="text-quiet">{{ p.number }}</span> {{ p.title }}</span
        >
      </button>
    </li>
  </ul>
</template>
