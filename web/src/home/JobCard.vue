<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { type JobCardShown, type ListedJob } from '@fieldchalk/contracts';
import { call } from '../session/api.ts';
import { datesWords, lastWords, stateWords } from './cardWords.ts';

/** A job among others. What has to be worked out of its plan is asked for once the card is seen. */
const props = defineProps<{
  job: ListedJob;
  /** Whether whoever looks may open the job whole; others tick what is given to them. */
  leads: boolean;
}>();
const emit = defineEmits<{ more: [] }>();
const place = useTemplateRef<HTMLElement>('place');
const card = shallowRef<JobCardShown | null>(null);
const trouble = shallowRef('');
const isSeen = ref(false);
const sight = new IntersectionObserver((entries) => (isSeen.value = entries.at(-1)?.isIntersecting ?? false));
onMounted(() => place.value && sight.observe(place.value));
onBeforeUnmount(() => sight.disconnect());
const now = new Date();
// Fetched anew, the job may be as it was and the crew have ticked meanwhile.
watch([isSeen, () => props.job], () => void fetchCard());
async function fetchCard() {
  if (!props.leads || !isSeen.value) return;
  try {
    card.value = await call<JobCardShown>('GET', `/jobs/${props.job.id}/card`);
    trouble.value = '';
  } catch (error) {
    trouble.value = (error as Error).message;
  }
}
const about = computed(() =>
  [props.job.about.address, props.job.about.customer, datesWords(props.job.about, now)].filter(
    (s) => s !== '',
  ),
);
const state = computed(() =>
  Object.entries(stateWords).flatMap(([kind, says]) => {
    const { done, of } = card.value?.state[kind as keyof typeof stateWords] ?? { done: 0, of: 0 };
    return of > 0 ? [{ kind, says, done, of }] : [];
  }),
);
const dot = computed(() => Math.max(...(card.value?.drawing?.extent.slice(2) ?? [0])) / 100);
</script>

<template>
  <article
    ref="place"
    class="relative flex min-w-0 flex-col border border-rule bg-sheet hover:border-chalk"
    :data-job="job.name"
  >
    <svg
      v-if="leads"
      class="h-36 w-full border-b border-rule p-3"
      :viewBox="card?.drawing?.extent.join(' ') ?? '0 0 300 100'"
      role="img"
      :aria-label="card?.drawing ? `Plan of ${job.name}` : 'Nothing drawn yet'"
    >
      <template v-if="card?.drawing">
        <polygon v-for="(w, i) in card.drawing.walls" :key="i" :points="w" class="fill-ink/80" />
        <circle
          v-for="([x, y], i) in card.drawing.boxes"
          :key="i"
          :cx="x"
          :cy="y"
          :r="dot"
          class="fill-chalk"
        />
      </template>
      <text v-else x="150" y="54" text-anchor="middle" class="fill-quiet text-[10px]">
        {{ card ? 'nothing drawn yet' : trouble ? '' : 'working it out…' }}
      </text>
    </svg>
    <div class="flex flex-1 flex-col p-3">
      <div class="flex items-start gap-2">
        <h3 class="min-w-0 flex-1 text-lg leading-tight font-bold">
          <RouterLink
            class="underline-offset-4 after:absolute after:inset-0 hover:underline"
            :to="leads ? `/jobs/${job.id}/boxes` : `/crew/${job.id}`"
            >{{ job.name }}</RouterLink
          >
        </h3>
        <button
          v-if="leads"
          class="key z-10 -mt-1 -mr-1 border-transparent px-2"
          type="button"
          :aria-label="`More for ${job.name}`"
          aria-haspopup="dialog"
          @click="emit('more')"
        >
          ⋯
        </button>
      </div>
      <p v-for="line in about" :key="line" class="truncate text-sm text-quiet">{{ line }}</p>
      <p v-if="trouble" class="mt-2 text-sm text-trouble">{{ trouble }}</p>
      <dl v-if="state.length > 0" class="mt-2 grid grid-cols-2 gap-x-4 gap-y-1 text-sm">
        <div v-for="s in state" :key="s.kind" :data-state="s.kind">
          <dt class="sr-only">{{ s.says }}</dt>
          <dd>
            <b>{{ s.done }}</b> of {{ s.of }} {{ s.says }}
            <div class="h-1 bg-rule" aria-hidden="true">
              <div class="h-full bg-chalk" :style="{ width: `${(s.done / s.of) * 100}%` }" />
            </div>
          </dd>
        </div>
      </dl>
      <p class="mt-auto flex justify-between gap-3 pt-3 text-sm">
        <span class="text-quiet">{{ lastWords(job, card, now) }}</span>
        <span
          v-if="card"
          class="whitespace-nowrap"
          :class="card.open > 0 ? 'font-bold text-trouble' : 'text-quiet'"
          >{{ card.open || 'nothing' }} open</span
        >
      </p>
    </div>
  </article>
</template>
