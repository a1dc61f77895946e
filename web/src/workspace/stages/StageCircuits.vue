<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useJob } from '../../stores/job.ts';
import LengthField from '../LengthField.vue';
import PanelBoard from '../circuits/PanelBoard.vue';
import TrialsDialog from '../circuits/TrialsDialog.vue';
import { devicesOfRoomFor } from '../circuits/look.ts';

/** Panels and what is in them; proposals; the ways to the audit, the load and the directory. */
const job = useJob();
const route = useRoute();
const panels = computed(() => Object.entries(job.plan!.panels));
const panel = ref<string | null>(null);
watch(
  panels,
  (list) => {
    if (panel.value === null || !job.plan!.panels[panel.value]) panel.value = list[0]?.[0] ?? null;
  },
  { immediate: true },
);
watch(
  () => job.circuitInHand,
  (circuit) => {
    const own = circuit ? job.plan?.circuits[circuit]?.panel : null;
    if (own) panel.value = own;
  },
);
const wall = ref('');
const at = ref<number | null>(60);
const away = ref<number | null>(0);
const source = ref('service');
const adding = ref(false);
const comparing = ref(false);
const walls = computed(() => job.unrolled?.walls ?? []);

function addPanel() {
  const w = walls.value.find((x) => x.letter === (wall.value || walls.value[0]?.letter));
  if (!w) return;
  const done = job.edit('addPanel', {
    wall: w.wall,
    side: w.side,
    at: w.origin + (at.value ?? 0) * w.sign,
    away: away.value ?? 0,
    name: panels.value.length === 0 ? 'Main' : `Panel ${panels.value.length + 1}`,
    ...(source.value === 'service' ? {} : { source: source.value, amps: 60, spaces: 12, existing: false }),
  });
  if (done) adding.value = false;
}
const without = computed(() =>
  Object.entries(job.plan!.circuits).filter(([, c]) => c.panel === null || c.space === null),
);
const boxesOfRoom = (room: string) =>
  new Set([
    ...job.boxesInHand(),
    ...Object.entries(job.result?.ceilings ?? {}).flatMap(([b, c]) => (c.room === room ? [b] : [])),
  ]);
function dropBoxes(dragged: string, circuit: string) {
  const room = /^room (.+)$/.exec(dragged)?.[1];
  if (room)
    job.edit('assignDevices', { devices: devicesOfRoomFor(job.plan!, boxesOfRoom(room), circuit), circuit });
  else job.edit('assignBoxes', { boxes: [dragged], circuit });
}
const dark = computed(() => {
  const plan = job.plan!;
  const lights = Object.values(plan.devices).filter(
    (d) => /^(light|wafer-light)$/.test(d.kind) && d.circuit !== null,
  );
  const places = Object.entries(job.result?.ceilings ?? {});
  return Object.keys(plan.rooms).filter((r) => {
    const own = lights.filter((d) => places.some(([b, c]) => b === d.box && c.room === r));
    return own.length > 0 && own.every((d) => job.tripped.has(d.circuit!));
  });
});
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
        @click="((panel = id), job.choose({ kind: 'panel', id }))"
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
        One more
      </button>
    </div>
    <form v-if="panels.length === 0 || adding" class="grid grid-cols-3 gap-2" @submit.prevent="addPanel">
      <label class="text-sm text-quiet"
        >Wall<select v-model="wall" class="field text-base">
          <option v-for="w in walls" :key="w.letter">{{ w.letter }}</option>
        </select></label
      >
      <LengthField v-model="at" label="From left corner" />
      <LengthField v-model="away" label="Then away" />
      <label v-if="panels.length > 0" class="col-span-3 text-sm text-quiet"
        >Fed by<select v-model="source" class="field text-base">
          <option value="service">the service</option>
          <option value="standby">standby supply</option>
          <option v-for="[id, p] in panels" :key="id" :value="id">{{ p.name || id }}</option>
        </select></label
      >
      <button class="key key-main col-span-3 justify-center" type="submit">Put the panel here</button>
      <p class="col-span-3 text-sm text-quiet">
        On the wall with 0 away; or the place where the cable leaves the wall, and how far the panel is from
        there.
      </p>
    </form>
    <div class="my-2 flex flex-wrap gap-1">
      <button
        class="key key-main justify-center px-1!"
        type="button"
        :disabled="panels.length === 0"
        @click="job.edit('propose', { only: ['circuits'] })"
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
          job.edit('addCircuit', {
            panel: panel!,
            name: `Circuit ${Object.keys(job.plan!.circuits).length + 1}`,
          })
        "
      >
        Add by hand
      </button>
    </div>
    <p v-if="job.tripped.size > 0" class="mb-2 border-l-4 border-trouble p-2" role="status">
      {{ job.tripped.size }} off on screen{{
        dark.length > 0
          ? `: dark ${dark.map((r) => job.plan!.rooms[r]!.name).join(', ')}`
          : ': no room is wholly dark'
      }}.
      <button class="key" type="button" @click="[...job.tripped].forEach((c) => job.trip(c))">All on</button>
    </p>
    <PanelBoard
      v-if="panel && job.plan!.panels[panel]"
      :plan="job.plan!"
      :result="job.result"
      :panel="panel"
      :chosen="job.circuitInHand"
      :tripped="job.tripped"
      @choose="(id) => job.choose({ kind: 'circuit', id })"
      @trip="job.trip"
      @seat="(circuit, space, half) => job.edit('seatCircuit', { circuit, space, half })"
      @boxes="dropBoxes"
    />
    <div v-if="without.length > 0" class="mt-2">
      <h2 class="heading">Not in a panel</h2>
      <button
        v-for="[id, c] in without"
        :key="id"
        class="row w-full text-left"
        type="button"
        :data-breaker="id"
        @click="job.choose({ kind: 'circuit', id })"
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
