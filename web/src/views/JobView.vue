<script setup lang="ts">
import {
  Dialog,
  DialogPanel,
  DialogTitle,
  Listbox,
  ListboxButton,
  ListboxOption,
  ListboxOptions,
} from '@headlessui/vue';
import { Redo2, Undo2 } from '@lucide/vue';
import { useMediaQuery } from '@vueuse/core';
import { SplitterGroup, SplitterPanel, SplitterResizeHandle } from 'reka-ui';
import { computed, onBeforeUnmount, watch } from 'vue';
import { useRoute } from 'vue-router';
import { savingWords } from '../stores/savingWords.ts';
import { useSession } from '../stores/session.ts';
import { useSelection } from '../stores/selection.ts';
import { useActions } from '../workspace/actions.ts';
import { stages } from '../workspace/entry/order.ts';
import ErrorBoundary from '../workspace/ErrorBoundary.vue';
import HousePane from '../workspace/HousePane.vue';
import RibbonPane from '../workspace/ribbon/RibbonPane.vue';
import StageBoxes from '../workspace/stages/StageBoxes.vue';
import StageCircuits from '../workspace/stages/StageCircuits.vue';
import StageCrew from '../workspace/stages/StageCrew.vue';
import StageOrder from '../workspace/stages/StageOrder.vue';
import StageRuns from '../workspace/stages/StageRuns.vue';
import StageWalk from '../workspace/stages/StageWalk.vue';
import WorkPane from '../workspace/WorkPane.vue';
import TallyBar from '../workspace/tally/TallyBar.vue';

const session = useSession();
const selection = useSelection();
const route = useRoute();
const panels = {
  walk: StageWalk,
  boxes: StageBoxes,
  circuits: StageCircuits,
  runs: StageRuns,
  order: StageOrder,
  crew: StageCrew,
};
const stage = computed(() => {
  const asked = String(route.params['stage'] || 'boxes') as keyof typeof panels;
  return asked in panels ? asked : 'boxes';
});
watch(
  () => route.params['job'],
  (id) => id && void session.open(String(id)),
  { immediate: true },
);
onBeforeUnmount(() => session.close());
watch(
  () => session.plan?.job.name,
  (name) => (document.title = name ? `${name} · Field Chalk` : 'Field Chalk'),
);

watch(
  stage,
  (s) => {
    selection.enterStage(s);
  },
  { immediate: true },
);
const { keysOpen, sheet } = useActions();
/** On a phone the panes are stacked; elsewhere their sizes are the user's. */
const isNarrow = useMediaQuery('(max-width: 767px)');
</script>

<template>
  <main v-if="session.failure" class="mx-auto max-w-xl p-10">
    <h1 class="text-2xl font-bold">This job cannot be opened</h1>
    <p class="my-3">{{ session.failure }}</p>
    <RouterLink class="key" to="/">All jobs</RouterLink>
  </main>
  <main
    v-else
    class="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_1fr_auto] overflow-hidden max-md:h-auto max-md:min-h-full max-md:overflow-visible"
  >
    <header class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-sheet px-4 py-1">
      <RouterLink to="/" class="text-quiet underline-offset-4 hover:underline">Jobs</RouterLink>
      <h1 class="text-xl font-bold">{{ session.plan?.job.name ?? 'Opening…' }}</h1>
      <Listbox
        v-if="session.plan && Object.keys(session.plan.rooms).length > 1"
        :model-value="selection.room"
        @update:model-value="(r) => r && selection.chooseRoom(r)"
      >
        <div class="relative">
          <ListboxButton class="key"
            >{{ selection.room ? session.plan.rooms[selection.room]?.name : 'Room' }} ▾</ListboxButton
          >
          <ListboxOptions class="absolute z-10 mt-1 min-w-40 border border-ink bg-sheet">
            <ListboxOption v-for="(r, id) in session.plan.rooms" :key="id" v-slot="{ active }" :value="id"
              ><div class="px-3 py-2" :class="{ 'bg-chalk-soft': active }">{{ r.name }}</div></ListboxOption
            >
          </ListboxOptions>
        </div>
      </Listbox>
      <span v-else-if="selection.room" class="text-lg text-quiet">{{
        session.plan?.rooms[selection.room]?.name
      }}</span>
      <nav
        class="flex flex-1 justify-center gap-1 max-md:order-last max-md:w-full max-md:flex-none max-md:justify-start max-md:overflow-x-auto"
        aria-label="Stages of the work"
      >
        <RouterLink
          v-for="(s, i) in stages"
          :key="s"
          :to="`/jobs/${String(route.params['job'])}/${s}`"
          class="border-b-4 px-3 py-2 text-lg capitalize hover:bg-chalk-soft"
          :class="s === stage ? 'border-chalk font-bold' : 'border-transparent'"
          :aria-current="s === stage ? 'step' : undefined"
        >
          <span class="mr-1 text-sm text-quiet">{{ i + 1 }}</span>{{ s }}
        </RouterLink>
      </nav>
      <RouterLink
        class="text-quiet underline-offset-4 hover:underline"
        :to="`/jobs/${String(route.params['job'])}/rules`"
        >Rules</RouterLink
      >
      <a
        class="text-quiet underline-offset-4 hover:underline"
        :href="`/meter/${String(route.params['job'])}`"
        target="_blank"
        >Meter</a
      >
      <span
        class="text-sm"
        :class="session.saving === 'not kept' ? 'font-bold text-trouble' : 'text-quiet'"
        role="status"
        >{{ savingWords[session.saving] }}</span
      >
      <button
        class="key"
        type="button"
        aria-label="Undo"
        :disabled="!session.history.undo"
        @click="session.undo()"
      >
        <Undo2 :size="20" />
      </button>
      <button
        class="key"
        type="button"
        aria-label="Redo"
        :disabled="!session.history.redo"
        @click="session.redo()"
      >
        <Redo2 :size="20" />
      </button>
      <button class="key" type="button" aria-label="Keys" @click="keysOpen = true">?</button>
    </header>
    <div v-if="isNarrow" class="grid grid-cols-[minmax(0,1fr)] grid-rows-[16rem_auto_21rem]">
      <ErrorBoundary where="plan"><HousePane :show-controls="stage === 'boxes'" /></ErrorBoundary>
      <ErrorBoundary where="work pane"><WorkPane :panel="panels[stage]" /></ErrorBoundary>
      <ErrorBoundary where="unrolled room"
        ><RibbonPane class="border-t border-rule bg-ground pt-1"
      /></ErrorBoundary>
    </div>
    <!-- Panels are tall: among circuits the work stands the whole height, beside plan and room. -->
    <SplitterGroup
      v-else-if="stage === 'circuits'"
      key="tall"
      direction="horizontal"
      auto-save-id="fieldchalk.tall"
      class="min-h-0"
    >
      <SplitterPanel :default-size="64" :min-size="30">
        <SplitterGroup direction="vertical" auto-save-id="fieldchalk.tallRows">
          <SplitterPanel :default-size="60" :min-size="20"
            ><ErrorBoundary where="plan"><HousePane /></ErrorBoundary
          ></SplitterPanel>
          <SplitterResizeHandle class="splitter h-1.5" aria-label="Height of the unrolled room" />
          <SplitterPanel :default-size="40" :min-size="20"
            ><ErrorBoundary where="unrolled room"><RibbonPane class="h-full bg-ground pt-1" /></ErrorBoundary
          ></SplitterPanel>
        </SplitterGroup>
      </SplitterPanel>
      <SplitterResizeHandle class="splitter w-1.5" aria-label="Width of the plan" />
      <SplitterPanel :default-size="36" :min-size="24"
        ><ErrorBoundary where="work pane"><WorkPane :panel="panels[stage]" /></ErrorBoundary
      ></SplitterPanel>
    </SplitterGroup>
    <SplitterGroup v-else key="wide" direction="vertical" auto-save-id="fieldchalk.rows" class="min-h-0">
      <SplitterPanel :default-size="52" :min-size="20">
        <SplitterGroup direction="horizontal" auto-save-id="fieldchalk.columns">
          <SplitterPanel :default-size="66" :min-size="25"
            ><HousePane :show-controls="stage === 'boxes'"
          /></SplitterPanel>
          <SplitterResizeHandle class="splitter w-1.5" aria-label="Width of the plan" />
          <SplitterPanel :default-size="34" :min-size="24"
            ><ErrorBoundary where="work pane"><WorkPane :panel="panels[stage]" /></ErrorBoundary
          ></SplitterPanel>
        </SplitterGroup>
      </SplitterPanel>
      <SplitterResizeHandle class="splitter h-1.5" aria-label="Height of the unrolled room" />
      <SplitterPanel :default-size="48" :min-size="25"
        ><ErrorBoundary where="unrolled room"><RibbonPane class="h-full bg-ground pt-1" /></ErrorBoundary
      ></SplitterPanel>
    </SplitterGroup>
    <TallyBar />
    <Dialog :open="keysOpen" class="relative z-20" @close="keysOpen = false">
      <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
      <div class="fixed inset-0 grid place-items-center p-4">
        <DialogPanel class="max-h-full w-full max-w-md overflow-y-auto bg-sheet p-6 text-ink">
          <DialogTitle class="text-2xl font-bold">Keys</DialogTitle>
          <div v-for="[k, says] in sheet" :key="k" class="row">
            <kbd class="font-bold">{{ k }}</kbd><span>{{ says }}</span>
          </div>
          <p class="mt-3 text-sm">
            In the chalk line: 12'6-1/2" right · room Study office · door 32 at 14 wall C · window 4' at 5' ·
            switch 62 wall C · panel 6' wall A away 27' · close · square · spread · propose · undo
          </p>
          <button class="key mt-4" type="button" @click="keysOpen = false">Close</button>
        </DialogPanel>
      </div>
    </Dialog>
  </main>
</template>
