<script setup lang="ts">
import { boundedRooms, darkRooms, devicesSuiting, type EditArgs, namesOf } from '@fieldchalk/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { followRenames } from '../../stores/followRenames.ts';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../../fields/LengthField.vue';
import PanelBoard from '../circuits/PanelBoard.vue';
import TrialsDialog from '../circuits/TrialsDialog.vue';

/** Panels and what is in them; proposals; the ways to the audit, the load and the directory. */
const session = useSession();
const selection = useSelection();
const route = useRoute();
const panels = computed(() => Object.entries(session.opened.panels));
const panel = ref<string | null>(null);
followRenames(panel);
watch(
  panels,
  (list) => {
    if (panel.value === null || !session.opened.panels[panel.value]) panel.value = list[0]?.[0] ?? null;
  },
  { immediate: true },
);
watch(
  () => selection.circuitInHand,
  (circuit) => {
    const own = circuit ? session.plan?.circuits[circuit]?.panel : null;
    if (own) panel.value = own;
  },
);
const wall = ref('');
const at = ref<number | null>(60);
const away = ref<number | null>(0);
const source = ref('service');
const adding = ref(false);
const comparing = ref(false);
const walls = computed(() => session.unrolled?.walls ?? []);

const makePanel = onceReady((asked: EditArgs<'addPanel'>) => {
  if (session.edit('addPanel', asked)) adding.value = false;
});
function addPanel() {
  const w = walls.value.find((x) => x.letter === (wall.value || walls.value[0]?.letter));
  if (!w) return;
  makePanel({
    wall: w.wall,
    side: w.side,
    at: w.origin + (at.value ?? 0) * w.sign,
    away: away.value ?? 0,
    name: panels.value.length === 0 ? 'Main' : `Panel ${panels.value.length + 1}`,
    ...(source.value === 'service' ? {} : { source: source.value, amps: 60, spaces: 12, existing: false }),
  });
}
const without = computed(() =>
  Object.entries(session.opened.circuits).filter(([, c]) => c.panel === null || c.space === null),
);
const dropBox = (box: string, circuit: string) => session.edit('assignBoxes', { boxes: [box], circuit });
const dropRoom = (room: string, circuit: string) =>
  session.edit('assignDevices', {
    devices: devicesSuiting(session.opened, room, circuit),
    circuit,
  });
const dark = computed(() =>
  darkRooms(selection.tripped, session.opened, boundedRooms(session.opened)).map(
    namesOf(session.opened).room,
  ),
);
const to = (page: string) => `/jobs/${String(route.params['job'])}/${page}`;
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-1">
      <h2 class="heading mr-2">Panel</h2>
      <button
        v-for="[id, p] in panels"
        :key="id"
        class="key"
        type="button"
        :aria-pressed="panel === id"
        :class="{ 'key-main': panel === id }"
        @click="((panel = id), selection.choose({ kind: 'panel', id }))"
      >
        {{ p.name || id }}
      </button>
      <button
        v-if="panels.length > 0"
        class="key"
        type="button"
        :aria-expanded="adding"
        @click="adding = !adding"
      >
        Add a panel
      </button>
    </div>
    <form v-if="panels.length === 0 || adding" class="grid grid-cols-3 gap-2" @submit.prevent="addPanel">
      <ChoiceField v-model="wall" label="Wall" :options="walls.map((w) => w.letter)" />
      <LengthField v-model="at" label="From left corner" />
      <LengthField v-model="away" label="Cable from there to the panel" />
      <ChoiceField
        v-if="panels.length > 0"
        v-model="source"
        class="col-span-3"
        label="Fed by"
        :options="[
          { value: 'service', says: 'the service' },
          { value: 'standby', says: 'standby supply' },
          ...panels.map(([id, p]) => ({ value: id, says: p.name || id })),
        ]"
      />
      <button class="key key-main col-span-3 justify-center" type="submit" :disabled="walls.length === 0">
        Put the panel here
      </button>
      <p v-if="walls.length === 0" class="col-span-3 text-sm text-quiet">
        A panel hangs on a wall: walk a room first.
      </p>
      <p v-else class="col-span-3 text-sm text-quiet">
        On the wall with 0 away; or the place where the cable leaves the wall, and how far the panel is from
        there.
      </p>
    </form>
    <div class="my-2 flex flex-wrap gap-1">
      <button
        class="key key-main justify-center px-1!"
        type="button"
        :disabled="panels.length === 0"
        @click="session.edit('propose', { only: ['circuits'] })"
      >
        Assign the rest <kbd class="text-sm opacity-80">C</kbd>
      </button>
      <button
        class="key justify-center px-1!"
        type="button"
        :disabled="panels.length === 0"
        @click="comparing = true"
      >
        Compare anew…
      </button>
      <button
        class="key justify-center px-1!"
        type="button"
        :disabled="!panel"
        @click="
          session.edit('addCircuit', {
            panel,
            name: `Circuit ${Object.keys(session.opened.circuits).length + 1}`,
          })
        "
      >
        Add by hand
      </button>
    </div>
    <p v-if="selection.tripped.size > 0" class="mb-2 border-l-4 border-trouble p-2" role="status">
      {{ selection.tripped.size }} off on screen{{
        dark.length > 0 ? `: dark ${dark.join(', ')}` : ': no room is wholly dark'
      }}.
      <button class="key" type="button" @click="[...selection.tripped].forEach((c) => selection.trip(c))">
        All on
      </button>
    </p>
    <PanelBoard
      v-if="panel && session.opened.panels[panel]"
      :plan="session.opened"
      :result="session.result"
      :panel="panel"
      :chosen="selection.circuitInHand"
      :tripped="selection.tripped"
      @choose="(id) => selection.choose({ kind: 'circuit', id })"
      @trip="selection.trip"
      @seat="(circuit, space, half) => session.edit('seatCircuit', { circuit, space, half })"
      @box="dropBox"
      @room="dropRoom"
    />
    <div v-if="without.length > 0" class="mt-2">
      <h2 class="heading">Not in a panel</h2>
      <button
        v-for="[id, c] in without"
        :key="id"
        class="row w-full text-left"
        type="button"
        :data-breaker="id"
        @click="selection.choose({ kind: 'circuit', id })"
      >
        {{ c.name || id }}<b>{{ c.amps }} A</b>
      </button>
    </div>
    <nav class="my-3 flex flex-wrap gap-1" aria-label="Sheets of the circuits">
      <RouterLink class="key" :to="to('audit')">Audit of what exists</RouterLink>
      <RouterLink class="key" :to="to('load')">Load, line by line</RouterLink>
      <RouterLink class="key" :to="to('directory')">Directory</RouterLink>
      <RouterLink class="key" :to="to('makeup')">Make-up sheets</RouterLink>
    </nav>
    <TrialsDialog :open="comparing" @close="comparing = false" />
    <p class="mt-3 text-sm text-quiet">
      Field Chalk plans and checks; it does not approve. Local code, permits and licensed practice decide.
      Treat everything as live until proved dead.
    </p>
  </div>
</template>
