<script setup lang="ts">
import {
  Listbox,
  ListboxButton,
  ListboxOption,
  ListboxOptions,
  Menu,
  MenuButton,
  MenuItem,
  MenuItems,
} from '@headlessui/vue';
import { Columns3, Redo2, Undo2 } from '@lucide/vue';
import { computed, defineAsyncComponent, ref } from 'vue';
import type { JobAboutChanges } from '@fieldchalk/contracts';
import { useRoute } from 'vue-router';
import { useFindings } from '../../stores/findings.ts';
import { usePanes } from '../../stores/panes.ts';
import { linesWaitWords, savingWords } from '../../stores/savingWords.ts';
import { useTyping } from '../../stores/typing.ts';
import { useSelection } from '../../stores/selection.ts';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import { useViews } from '../../stores/views.ts';
import { type Stage, stages } from '../entry/order.ts';
import { jobPages } from './jobPages.ts';

/** Over every page of a job: which job and room, the stages and what is open in each, the other pages, and taking back. */
const props = defineProps<{
  /** The stage that is open; null on another page. */
  stage: Stage | null;
}>();
const emit = defineEmits<{ keys: [] }>();
const typing = useTyping();
const session = useSession();
const selection = useSelection();
const findings = useFindings();
const panes = usePanes();
const views = useViews();
const route = useRoute();
const job = computed(() => `/jobs/${String(route.params['job'])}`);
const several = computed(() => Object.keys(session.plan?.rooms ?? {}).length > 1);
/** Walking, boxes, circuits and runs tell what is open in them, proving tells all. */
const openIn = (s: Stage): number =>
  s === 'prove' ? findings.open.length : (findings.byStage.get(s)?.length ?? 0);
const JobDetails = defineAsyncComponent(() => import('../../home/JobDetails.vue'));
const [isDescribed, trouble] = [ref(false), ref('')];
const describe = onceReady((about: JobAboutChanges) => {
  isDescribed.value = !session.edit('describeJob', about);
  trouble.value = session.problems.map((p) => `${p.about}: ${p.says}.`).join(' ');
});
const paneAddress = (piece: string) => `${job.value}/${props.stage ?? 'boxes'}?pane=${piece}`;
</script>

<template>
  <header
    class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-sheet px-4 py-1 print:hidden"
  >
    <RouterLink to="/" class="text-quiet underline-offset-4 hover:underline">Jobs</RouterLink>
    <h1 class="max-w-56 min-w-0 text-lg font-bold">
      <button
        v-if="session.plan"
        class="max-w-full truncate underline-offset-4 hover:underline"
        type="button"
        :title="`${session.plan.job.name}: name, address, dates`"
        @click="isDescribed = true"
      >
        {{ session.plan.job.name }}
      </button>
      <template v-else>Opening…</template>
    </h1>
    <JobDetails
      v-if="session.plan && isDescribed"
      :name="session.plan.job.name"
      :about="session.plan.job"
      :trouble="trouble"
      @save="describe"
      @close="isDescribed = false"
    />
    <Listbox
      v-if="session.plan && several"
      :model-value="selection.room"
      @update:model-value="(r) => r && selection.chooseRoom(r)"
    >
      <div class="relative">
        <ListboxButton class="key max-w-40"
          ><span class="truncate">{{
            selection.room ? session.plan.rooms[selection.room]?.name : 'Room'
          }}</span>
          ▾</ListboxButton
        >
        <ListboxOptions
          class="absolute z-20 mt-1 max-h-[70vh] min-w-40 overflow-y-auto border border-ink bg-sheet"
        >
          <ListboxOption v-for="(r, id) in session.plan.rooms" :key="id" v-slot="{ active }" :value="id"
            ><div class="px-3 py-2" :class="{ 'bg-chalk-soft': active }">{{ r.name }}</div></ListboxOption
          >
        </ListboxOptions>
      </div>
    </Listbox>
    <span v-else-if="selection.room" class="text-quiet">{{ session.plan?.rooms[selection.room]?.name }}</span>
    <nav
      class="flex flex-1 justify-center max-lg:order-last max-lg:w-full max-lg:flex-none max-lg:justify-start max-lg:overflow-x-auto"
      aria-label="Stages of the work"
    >
      <RouterLink
        v-for="s in stages"
        :key="s"
        :to="`${job}/${s}`"
        class="flex shrink-0 items-center gap-1 border-b-4 px-2.5 py-2 whitespace-nowrap hover:bg-chalk-soft"
        :class="s === stage ? 'border-chalk font-bold' : 'border-transparent'"
        :aria-current="s === stage ? 'step' : undefined"
      >
        {{ s
        }}<span
          v-if="openIn(s) > 0"
          class="grid h-5 min-w-5 place-items-center rounded-full border border-trouble px-1 text-xs font-bold text-trouble"
          :aria-label="`${openIn(s)} open`"
          >{{ openIn(s) }}</span
        >
      </RouterLink>
    </nav>
    <span
      class="text-sm"
      :class="session.saving === 'not kept' ? 'font-bold text-trouble' : 'text-quiet'"
      role="status"
      >{{
        typing.isWaiting && session.saving === 'saved' ? linesWaitWords : savingWords[session.saving]
      }}</span
    >
    <Menu v-if="stage" as="div" class="relative max-md:hidden">
      <MenuButton class="key" aria-label="Panes"><Columns3 :size="18" /></MenuButton>
      <MenuItems class="absolute right-0 z-20 mt-1 w-72 border border-ink bg-sheet py-1">
        <template v-for="p in panes.list" :key="p.piece">
          <MenuItem v-slot="{ active }"
            ><button
              type="button"
              class="flex w-full justify-between px-3 py-2 text-left"
              :class="{ 'bg-chalk-soft': active }"
              @click="panes.toggle(p.piece)"
            >
              {{ p.says }} <span class="text-quiet">{{ p.isShown ? 'shown' : 'folded away' }}</span>
            </button></MenuItem
          >
          <MenuItem v-if="p.piece === 'plan' || p.piece === 'ribbon'" v-slot="{ active }"
            ><a
              class="block px-3 py-2 pl-6 text-sm"
              :class="{ 'bg-chalk-soft': active }"
              :href="paneAddress(p.piece)"
              target="_blank"
              >{{ p.says }} in a window of its own</a
            ></MenuItem
          >
        </template>
        <MenuItem v-slot="{ active }"
          ><button
            type="button"
            class="w-full px-3 py-2 text-left"
            :class="{ 'bg-chalk-soft': active }"
            @click="views.frame()"
          >
            Frame what is chosen <kbd class="text-sm text-quiet">F</kbd>
          </button></MenuItem
        >
      </MenuItems>
    </Menu>
    <Menu as="div" class="relative">
      <MenuButton class="key">More ▾</MenuButton>
      <MenuItems class="absolute right-0 z-20 mt-1 w-56 border border-ink bg-sheet py-1">
        <MenuItem v-for="p in jobPages" :key="p.at" v-slot="{ active }"
          ><component
            :is="p.isWindow ? 'a' : 'RouterLink'"
            class="block px-3 py-2"
            :class="{ 'bg-chalk-soft': active }"
            v-bind="p.isWindow ? { href: p.to(job), target: '_blank' } : { to: p.to(job) }"
            >{{ p.says }}</component
          ></MenuItem
        >
      </MenuItems>
    </Menu>
    <span class="flex gap-1">
      <button
        class="key"
        type="button"
        aria-label="Undo"
        :disabled="!session.history.undo"
        @click="session.undo()"
      >
        <Undo2 :size="18" />
      </button>
      <button
        class="key"
        type="button"
        aria-label="Redo"
        :disabled="!session.history.redo"
        @click="session.redo()"
      >
        <Redo2 :size="18" />
      </button>
      <button class="key" type="button" aria-label="Keys" @click="emit('keys')">?</button>
    </span>
  </header>
</template>
