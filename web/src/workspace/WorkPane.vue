<script setup lang="ts">
import { ref, watch, type Component } from 'vue';
import { useSelection } from '../stores/selection.ts';
import { useSession } from '../stores/session.ts';
import FindingsList from './FindingsList.vue';
import ProposalUnderWay from './ProposalUnderWay.vue';
import SetAsideList from './SetAsideList.vue';
import SelectionCard from './cards/SelectionCard.vue';

/** Beside the plan: news, the why of what is chosen, the stage's tools, and what is open. */
defineProps<{ panel: Component }>();
const session = useSession();
const selection = useSelection();
const pane = ref<HTMLElement | null>(null);
/** The card of what is chosen is at the top; who chose a cable far down its list is shown it. */
watch(
  () => (selection.chosen?.kind === 'run' ? selection.chosen.id : null),
  (run) => run !== null && pane.value?.scrollTo({ top: 0 }),
);
</script>

<template>
  <aside
    ref="pane"
    class="h-full min-h-0 overflow-y-auto bg-sheet px-4 py-3"
    aria-label="Work and reasons"
    tabindex="0"
  >
    <SetAsideList />
    <p v-if="session.notice" role="alert" class="mb-3 border-l-4 border-chalk bg-chalk-soft p-2">
      {{ session.notice }}
    </p>
    <ProposalUnderWay />
    <div v-if="session.problems.length > 0" role="alert" class="mb-3 border-l-4 border-trouble p-2">
      <p v-for="p in session.problems" :key="p.about + p.says">
        <b>{{ p.about }}</b> {{ p.says }}
      </p>
    </div>
    <template v-if="session.plan">
      <SelectionCard />
      <component :is="panel" />
      <FindingsList />
    </template>
  </aside>
</template>
