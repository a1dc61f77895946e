<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue';
import { useTimeout } from '@vueuse/core';
import { computed, defineAsyncComponent } from 'vue';
import { useSession } from '../../stores/session.ts';
import EntryLine from '../entry/EntryLine.vue';

const TallyParts = defineAsyncComponent(() => import('./TallyParts.vue'));
const session = useSession();
/** What is there at once needs no word that it is coming. */
const isLong = useTimeout(400);
const money = (cents: number) => `$${Math.round(cents / 100).toLocaleString('en-US')}`;
const names = {
  boxes: 'boxes',
  feet: 'ft of cable',
  holes: 'holes',
  hours: 'hours',
  cents: 'material',
  open: 'open',
} as const;
const items = computed(() => {
  const now = session.tally;
  if (!now) return [];
  const part = (
    key: Exclude<keyof typeof now, 'unpriced'>,
    label: string,
    show: (n: number) => string = String,
  ) => {
    const change = session.before ? Math.round((now[key] - session.before[key]) * 10) / 10 : 0;
    const isUnknown = key === 'cents' && now.cents === 0 && now.unpriced > 0;
    return {
      key,
      label,
      name: names[key],
      value: isUnknown ? '–' : show(now[key]),
      change: change === 0 ? '' : `${change > 0 ? '+' : '−'}${show(Math.abs(change))}`,
    };
  };
  return [
    part('boxes', names.boxes),
    part('feet', names.feet),
    part('holes', names.holes),
    part('hours', names.hours),
    // What has no price is told, and never counted as nothing.
    part('cents', now.unpriced > 0 ? `${now.unpriced} lines without a price` : names.cents, money),
    part('open', names.open),
  ];
});
</script>

<template>
  <footer
    class="flex flex-wrap items-center gap-x-7 gap-y-1 bg-bar px-4 py-2 text-bar-ink"
    aria-label="Tally"
  >
    <Popover v-for="i in items" :key="i.key" class="relative" :data-tally="i.name">
      <PopoverButton class="rounded-sm whitespace-nowrap hover:bg-white/10">
        <span class="text-2xl font-bold">{{ i.value }}</span>
        <span class="ml-1.5 text-sm text-bar-quiet">{{ i.label }}</span>
        <span v-if="i.change" class="ml-1 text-sm font-semibold text-good">{{ i.change }}</span>
      </PopoverButton>
      <PopoverPanel
        class="absolute bottom-full left-0 z-10 mb-2 max-h-96 w-80 overflow-y-auto border border-ink bg-sheet p-3 text-ink"
      >
        <TallyParts :of="i.key" />
      </PopoverPanel>
    </Popover>
    <p v-if="session.plan && !session.tally && isLong" role="status" class="text-bar-quiet">
      Cable and figures are being worked out…
    </p>
    <EntryLine class="ml-auto min-w-72 flex-1" />
  </footer>
</template>
