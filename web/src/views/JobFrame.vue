<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, watch } from 'vue';
import { RouterView, useRoute } from 'vue-router';
import { useEventListener, useMediaQuery } from '@vueuse/core';
import { useSelection } from '../stores/selection.ts';
import { useSession } from '../stores/session.ts';
import { usePanes } from '../stores/panes.ts';
import { useViews } from '../stores/views.ts';
import { useActions } from '../workspace/actions.ts';
import { type Stage, stages } from '../workspace/entry/order.ts';
import JobHeader from '../workspace/frame/JobHeader.vue';
import { useFollowedWindow } from '../workspace/frame/followedWindow.ts';
import JobNews from '../workspace/JobNews.vue';
import TallyBar from '../workspace/tally/TallyBar.vue';

/** Around every page of a job: the job is opened once and stays open from page to page, with the room and what is chosen. */
const SetAsideList = defineAsyncComponent(() => import('../workspace/SetAsideList.vue'));
const KeysDialog = defineAsyncComponent(() => import('../workspace/frame/KeysDialog.vue'));
const session = useSession();
const selection = useSelection();
const views = useViews();
const panes = usePanes();
const route = useRoute();
const job = computed(() => String(route.params['job']));
/** The stage that is open; null on the other pages of the job. */
const stage = computed((): Stage | null => {
  if (route.meta['isStage'] !== true) return null;
  return stages.find((s) => s === route.params['stage']) ?? 'boxes';
});
watch(
  job,
  (id) => {
    if (route.params['job'] === undefined) return;
    views.forget();
    void session.open(id);
  },
  { immediate: true },
);
onBeforeUnmount(() => session.close());
// Whoever touches the page may change something next.
useEventListener(window, ['pointerdown', 'keydown'], () => void session.prepare().catch(() => undefined), {
  once: true,
  capture: true,
});
useEventListener(window, 'pagehide', () => session.keepSteps());
// A phone may never come back to a page that is hidden.
useEventListener(document, 'visibilitychange', () => document.hidden && session.keepSteps());
watch(
  () => session.plan?.job.name,
  (name) => (document.title = name ? `${name} · Field Chalk` : 'Field Chalk'),
);
watch(
  stage,
  (s) => {
    if (s) selection.enterStage(s);
  },
  { immediate: true },
);
const { actions, keysOpen, drawingKeys } = useActions();
const roomName = computed(() => session.plan?.rooms[selection.room ?? '']?.name ?? '');
/** A pane alone in a window of its own follows the window it came from. */
const isPaneAlone = computed(() => typeof route.query['pane'] === 'string');
useFollowedWindow(job, isPaneAlone);
watch(
  () => route.path,
  () => session.moveOn(),
);
/** What is told stands beside the work; where that is not shown, here. */
const isNarrow = useMediaQuery('(max-width: 767px)');
const hasWork = computed(() => {
  if (stage.value === null) return false;
  if (isPaneAlone.value) return route.query['pane'] === 'work';
  return isNarrow.value || panes.list.some((p) => p.piece === 'work' && p.isShown);
});
const rows = computed(() =>
  [
    isPaneAlone.value ? '' : 'auto',
    hasWork.value ? '' : 'auto',
    'minmax(0,1fr)',
    isPaneAlone.value ? '' : 'auto',
  ].join(' '),
);
</script>

<template>
  <main v-if="session.failure" class="mx-auto max-w-xl p-10">
    <h1 class="text-2xl font-bold">This job cannot be opened</h1>
    <p class="my-3">{{ session.failure }}</p>
    <button class="key mr-3" type="button" @click="session.resume">Try again</button>
    <RouterLink class="key" to="/">All jobs</RouterLink>
  </main>
  <main
    v-else
    :style="{ gridTemplateRows: rows }"
    class="grid h-full grid-cols-[minmax(0,1fr)] overflow-hidden max-md:h-auto max-md:min-h-full max-md:overflow-visible print:block print:h-auto print:overflow-visible"
  >
    <!-- On paper, what the header says on the screen. -->
    <p v-if="stage && session.plan" class="mb-3 hidden border-b border-ink pb-1 print:block" data-paper-head>
      <b class="text-xl">{{ session.plan.job.name }}</b> · {{ stage }}{{ roomName ? ` · ${roomName}` : '' }} ·
      {{ new Date().toLocaleDateString() }}
    </p>
    <JobHeader v-if="!isPaneAlone" :stage="stage" @keys="keysOpen = true" />
    <div
      v-if="!hasWork"
      class="z-10 max-h-[50vh] overflow-y-auto max-md:sticky max-md:top-0 print:hidden"
      data-news
    >
      <SetAsideList v-if="session.aside.length > 0" />
      <JobNews />
    </div>
    <div
      class="min-h-0"
      :class="
        stage
          ? 'overflow-hidden max-md:overflow-visible'
          : 'overflow-y-auto max-md:overflow-visible print:overflow-visible'
      "
    >
      <!-- The drawings wait for the job by themselves; the other pages are about a job that is there. -->
      <RouterView v-if="stage || session.plan" :key="stage ? 'stage' : route.path" />
      <p v-else class="p-6 text-lg text-quiet">The job is being opened…</p>
    </div>
    <TallyBar v-if="!isPaneAlone" class="print:hidden" />
    <KeysDialog
      v-if="keysOpen"
      :is-open="keysOpen"
      :actions="actions"
      :drawing-keys="drawingKeys"
      @close="keysOpen = false"
    />
  </main>
</template>
