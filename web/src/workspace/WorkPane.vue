<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch, type Component } from 'vue';
import { useSelection } from '../stores/selection.ts';
import { useGesture } from '../stores/gesture.ts';
import { useSession } from '../stores/session.ts';
import JobNews from './JobNews.vue';
import OpenHere from './OpenHere.vue';
import { usePanes } from '../stores/panes.ts';
import SelectionCard from './cards/SelectionCard.vue';

const AskFirst = defineAsyncComponent(() => import('./AskFirst.vue'));
const ProposalUnderWay = defineAsyncComponent(() => import('./ProposalUnderWay.vue'));
const SetAsideList = defineAsyncComponent(() => import('./SetAsideList.vue'));
/** Beside the plan: news, the why of what is chosen, the stage's tools, and what is open. */
defineProps<{ panel: Component }>();
const session = useSession();
const gesture = useGesture();
const selection = useSelection();
const pane = ref<HTMLElement | null>(null);
/** Where findings have no pane of their own and are not what is looked at. */
const panes = usePanes();
const showsOpen = computed(
  () =>
    ['walk', 'boxes', 'circuits', 'runs'].includes(selection.stage) &&
    !panes.list.some((p) => p.piece === 'open' && p.isShown),
);
const toTop = () => pane.value?.scrollTo({ top: 0 });
/** The card of what is chosen is at the top; who chose a cable far down its list is shown it. */
watch(
  () => (selection.chosen?.kind === 'run' ? selection.chosen.id : null),
  (run) => run !== null && toTop(),
);
/** What was told of one thing does not hold of the next. */
watch(
  [() => selection.chosen, () => selection.stage, () => selection.room],
  () => {
    session.moveOn();
    if (gesture.asked) gesture.leave();
  },
  { flush: 'sync' },
);
/** So is what could not be put into the plan. */
watch(
  () => session.aside.length,
  (now, before) => now > before && toTop(),
);
</script>

<template>
  <aside
    ref="pane"
    class="bg-sheet px-4 py-3 md:h-full md:min-h-0 md:overflow-y-auto print:h-auto"
    aria-label="Work and reasons"
    tabindex="0"
  >
    <SetAsideList v-if="session.aside.length > 0" />
    <ProposalUnderWay v-if="session.proposing" :progress="session.proposing" />
    <AskFirst v-if="gesture.asked" :says="gesture.asked.says" />
    <!-- Stays in sight, however far down the work is. -->
    <JobNews class="sticky top-0 z-10 -mx-4 mb-3" />
    <template v-if="session.plan">
      <!-- Among findings one steps from one to the next; what they are about is shown on the drawings. -->
      <SelectionCard v-if="selection.stage !== 'prove'" />
      <component :is="panel" />
      <OpenHere v-if="showsOpen" class="mt-4" />
    </template>
  </aside>
</template>
