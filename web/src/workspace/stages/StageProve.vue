<script setup lang="ts">
import { entryOf } from '@fieldchalk/core';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import ChoiceField from '../../fields/ChoiceField.vue';
import { type NumberedFinding, useFindings } from '../../stores/findings.ts';
import { useSession } from '../../stores/session.ts';
import FindingItem from '../FindingItem.vue';
import { stageOfFinding } from '../frame/subjects.ts';
import NothingThere from '../NothingThere.vue';

/** Everything that was checked and is not right, or is good to know: by room, by subject or by how bad it is. */
const session = useSession();
const findings = useFindings();
const route = useRoute();
const list = ref<HTMLElement | null>(null);
const groupings = { room: 'By room', subject: 'By subject', level: 'By how bad it is' } as const;
const by = ref<keyof typeof groupings>('room');
const levels = {
  open: 'what is open',
  error: 'errors',
  warning: 'warnings',
  note: 'notes',
  accepted: 'what was accepted',
  all: 'everything',
} as const;
const only = ref<keyof typeof levels>('open');
const matches = ({ f }: NumberedFinding): boolean => {
  if (only.value === 'all') return true;
  if (only.value === 'accepted') return f.accepted !== null;
  if (f.accepted !== null) return false;
  return only.value === 'open' ? f.level !== 'note' : f.level === only.value;
};
const levelWords = {
  error: 'Would fail inspection, or could hurt someone',
  warning: 'Worth a look',
  note: 'Good to know',
} as const;
const subjects = {
  walk: 'Walls and openings',
  boxes: 'Boxes and what is in them',
  circuits: 'Circuits and panels',
  runs: 'Cable and holes',
} as const;
function groupOf({ f }: NumberedFinding): string {
  if (by.value === 'level') return levelWords[f.level];
  if (by.value === 'subject') return subjects[stageOfFinding(f)];
  const room = findings.roomOf(f);
  return room ? entryOf(session.drawn.rooms, room).name || 'A room without a name' : 'The whole job';
}
const shown = computed(() => findings.all.filter(matches));
const groups = computed(() => {
  const found = new Map<string, NumberedFinding[]>();
  for (const n of shown.value) found.set(groupOf(n), [...(found.get(groupOf(n)) ?? []), n]);
  return [...found];
});
const count = (key: keyof typeof levels) => {
  const all = findings.all;
  if (key === 'all') return all.length;
  if (key === 'open') return findings.open.length;
  if (key === 'accepted') return all.filter(({ f }) => f.accepted !== null).length;
  return all.filter(({ f }) => f.level === key && f.accepted === null).length;
};
watch(
  () => findings.shown,
  async (index) => {
    await nextTick();
    if (index !== null)
      list.value?.querySelector(`[data-index="${index}"]`)?.scrollIntoView({ block: 'nearest' });
  },
);
const job = computed(() => `/jobs/${String(route.params['job'])}`);
</script>

<template>
  <section ref="list" aria-label="Findings">
    <div class="mb-3 flex flex-wrap items-end gap-2">
      <ChoiceField
        v-model="by"
        class="w-48"
        label="Grouped"
        :options="
          Object.entries(groupings).map(([value, says]) => ({ value: value as keyof typeof groupings, says }))
        "
      />
      <ChoiceField
        v-model="only"
        class="w-56"
        label="Shown"
        :options="
          Object.entries(levels).map(([value, says]) => ({
            value: value as keyof typeof levels,
            says: `${says} (${count(value as keyof typeof levels)})`,
          }))
        "
      />
      <button class="key" type="button" @click="findings.step(-1)">
        Before <kbd class="text-sm">⇧N</kbd>
      </button>
      <button class="key" type="button" @click="findings.step(1)">Next <kbd class="text-sm">N</kbd></button>
    </div>
    <NothingThere v-if="shown.length === 0" class="my-6 text-lg">
      {{
        only === 'open'
          ? 'Nothing is open. What was checked keeps to the rules of this job; local code and its inspector decide.'
          : 'There is nothing of this kind.'
      }}
    </NothingThere>
    <div v-for="[name, own] in groups" :key="name">
      <h2 class="heading">
        {{ name }} <span class="font-normal text-quiet">{{ own.length }}</span>
      </h2>
      <FindingItem v-for="n in own" :key="n.index" :finding="n" />
    </div>
    <p class="mt-4 flex flex-wrap gap-2">
      <RouterLink class="key" :to="`${job}/load`">Load of the service</RouterLink>
      <RouterLink class="key" :to="`${job}/audit`">Audit of what is there</RouterLink>
      <RouterLink class="key" :to="`${job}/rules`">Rules of this job</RouterLink>
    </p>
  </section>
</template>
