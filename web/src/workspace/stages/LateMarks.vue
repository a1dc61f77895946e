<script setup lang="ts">
import type { LateMark } from '@fieldchalk/contracts';
import { boxNumber } from '@fieldchalk/core';
import { onMounted, ref, shallowRef, watch } from 'vue';
import { call } from '../../session/api.ts';
import { useSession } from '../../stores/session.ts';

/** Ticks that came after their link was withdrawn: made by somebody who was at work, so the lead says whether they count. */
const props = defineProps<{ job: string }>();
const session = useSession();
const late = shallowRef<readonly LateMark[]>([]);
const says = ref('');

async function attempt(work: () => Promise<unknown> = async () => undefined) {
  says.value = '';
  try {
    await work();
    late.value = await call<LateMark[]>('GET', `/jobs/${props.job}/late-marks`);
  } catch (error) {
    says.value = (error as Error).message;
  }
}
onMounted(() => attempt());
watch(
  () => session.lateChanged,
  () => void attempt(),
);
const settle = (what: 'take' | 'drop', marks: readonly LateMark[]) =>
  attempt(() => call('POST', `/jobs/${props.job}/late-marks`, { [what]: marks.map((m) => m.sequence) }));
const done = {
  box: 'nailed',
  hole: 'drilled',
  pull: 'pulled',
  staple: 'stapled',
  makeup: 'made up',
} as const;
const things = { box: 'Box', hole: 'Hole', pull: 'Cable', staple: 'Cable', makeup: 'Box' } as const;
const words = ({ kind, about, done: is }: LateMark) =>
  `${things[kind]} ${boxNumber(about)} ${is ? done[kind] : `not ${done[kind]} after all`}`;
const made = ({ by, madeAt, label }: LateMark) =>
  `${by || label}, ${new Date(madeAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}`;
</script>

<template>
  <section v-if="late.length > 0 || says" class="mb-3 border-l-4 border-trouble bg-sheet p-2" data-late>
    <p v-if="says" class="text-trouble" role="alert">{{ says }}</p>
    <template v-if="late.length > 0">
      <h2 class="font-bold">
        {{ late.length === 1 ? 'A tick' : `${late.length} ticks` }} came after the link was withdrawn
      </h2>
      <ul>
        <li v-for="m in late" :key="m.sequence" class="border-t border-rule py-1">
          {{ words(m) }} <span class="text-quiet">{{ made(m) }}</span>
          <span class="mt-1 flex gap-2">
            <button class="key" type="button" @click="settle('take', [m])">It counts</button>
            <button class="key" type="button" @click="settle('drop', [m])">It does not</button>
          </span>
        </li>
      </ul>
      <button v-if="late.length > 1" class="key mt-2" type="button" @click="settle('take', late)">
        All {{ late.length }} count
      </button>
    </template>
  </section>
</template>
