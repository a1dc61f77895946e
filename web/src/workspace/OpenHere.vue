<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useFindings } from '../stores/findings.ts';
import { useSelection } from '../stores/selection.ts';
import FindingItem from './FindingItem.vue';
import NothingThere from './NothingThere.vue';

/** What is open in the room in hand, and how much elsewhere; all of it is in the last stage. */
const findings = useFindings();
const selection = useSelection();
const route = useRoute();
const list = ref<HTMLElement | null>(null);
const here = computed(() => findings.all.filter(({ f }) => findings.roomOf(f) === selection.room));
const own = computed(() => here.value.filter(({ f }) => f.accepted === null));
const accepted = computed(() => here.value.filter(({ f }) => f.accepted !== null));
const elsewhere = computed(() => findings.open.length - own.value.filter((n) => n.f.level !== 'note').length);
watch(
  () => findings.shown,
  async (index) => {
    await nextTick();
    if (index !== null)
      list.value?.querySelector(`[data-index="${index}"]`)?.scrollIntoView({ block: 'nearest' });
  },
);
</script>

<template>
  <section ref="list" aria-label="Findings" class="bg-sheet px-3 py-2" tabindex="0">
    <h2 class="mb-1 font-bold">Open here</h2>
    <NothingThere v-if="own.length === 0" class="text-sm">Nothing is open in this room.</NothingThere>
    <FindingItem v-for="n in own" :key="n.index" :finding="n" />
    <details v-if="accepted.length > 0" class="my-2" data-accepted>
      <summary class="cursor-pointer font-bold">Accepted: {{ accepted.length }}</summary>
      <FindingItem v-for="n in accepted" :key="n.index" :finding="n" />
    </details>
    <p v-if="elsewhere > 0" class="text-sm text-quiet">
      <RouterLink class="underline" :to="`/jobs/${String(route.params['job'])}/prove`"
        >{{ elsewhere }} more elsewhere</RouterLink
      >
      · <kbd class="rounded-sm border border-quiet px-1">N</kbd> next
    </p>
  </section>
</template>
