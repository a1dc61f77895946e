<script setup lang="ts">
import { computed, ref } from 'vue';
import { useJob } from '../../stores/job.ts';
import LengthField from '../LengthField.vue';
import { boxNumber } from '../names.ts';

const job = useJob();
const panels = computed(() => Object.entries(job.plan!.panels));
const circuits = computed(() => Object.entries(job.plan!.circuits));
const wall = ref('');
const at = ref<number | null>(60);
const away = ref<number | null>(0);
const walls = computed(() => job.unrolled?.walls ?? []);

function addPanel() {
  const w = walls.value.find((x) => x.letter === (wall.value || walls.value[0]?.letter));
  if (!w) return;
  job.edit('addPanel', {
    wall: w.wall,
    side: w.side,
    at: w.origin + (at.value ?? 0) * w.sign,
    away: away.value ?? 0,
    name: 'Main',
  });
}
/** Boxes to hand out: those the room in hand sees, and those already on a circuit anywhere keep their own room. */
const boxes = computed(() => job.boxesInHand());
const isOn = (box: string, circuit: string) =>
  Object.values(job.plan!.devices).some((d) => d.box === box && d.circuit === circuit);
const set = (circuit: string, changes: object) => job.edit('setCircuit', { circuit, changes });
const value = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <div>
    <h2 class="heading">Panel</h2>
    <div v-for="[id, p] in panels" :key="id" class="row">
      <button
        type="button"
        class="flex-1 text-left hover:underline"
        @click="job.choose({ kind: 'panel', id })"
      >
        {{ p.name || id }} · {{ p.amps }} A · {{ p.spaces }} spaces</button
      ><button class="key" type="button" @click="job.edit('removePanel', { panel: id })">Remove</button>
    </div>
    <form v-if="panels.length === 0" class="grid grid-cols-3 gap-2" @submit.prevent="addPanel">
      <label class="text-sm text-quiet"
        >Wall<select v-model="wall" class="field text-base">
          <option v-for="w in walls" :key="w.letter">{{ w.letter }}</option>
        </select></label
      >
      <LengthField v-model="at" label="From left corner" />
      <LengthField v-model="away" label="Then away" />
      <button class="key key-main col-span-3 justify-center" type="submit">Put the panel here</button>
      <p class="col-span-3 text-sm text-quiet">
        On the wall with 0 away; or the place where the cable leaves the wall, and how far the panel is from
        there.
      </p>
    </form>
    <h2 class="heading">Circuits</h2>
    <button
      class="key key-main w-full justify-center"
      type="button"
      :disabled="panels.length === 0"
      @click="job.edit('propose', { only: ['circuits'] })"
    >
      Assign what is left <kbd class="text-sm opacity-80">C</kbd>
    </button>
    <button
      class="key mt-2 w-full justify-center"
      type="button"
      :disabled="panels.length === 0"
      @click="job.edit('addCircuit', { panel: panels[0]![0], name: `Circuit ${circuits.length + 1}` })"
    >
      Add a circuit by hand
    </button>
    <div v-for="[id, c] in circuits" :key="id" class="border-b border-rule py-2" :data-circuit="id">
      <div>
        <input
          class="field font-bold"
          maxlength="200"
          :aria-label="`Name of circuit ${c.space ?? id}`"
          :value="c.name"
          @change="set(id, { name: value($event) })"
        /><span class="text-sm text-quiet"
          >space {{ c.space ?? '–' }} · {{ job.result?.circuits[id]?.va ?? 0 }} VA ·
          {{ job.result?.circuits[id]?.outlets ?? 0 }} outlets · drop
          {{ (job.result?.circuits[id]?.dropPercent ?? 0).toFixed(1) }} %</span
        >
      </div>
      <div class="mt-1 grid grid-cols-3 gap-2">
        <select
          class="field"
          :aria-label="`Breaker of ${c.name}`"
          :value="c.amps"
          @change="set(id, { amps: Number(value($event)) })"
        >
          <option v-for="a in [15, 20, 30, 40, 50]" :key="a" :value="a">{{ a }} A</option>
        </select>
        <select
          class="field"
          :aria-label="`Wire of ${c.name}`"
          :value="c.gauge"
          @change="set(id, { gauge: Number(value($event)) })"
        >
          <option v-for="g in [14, 12, 10, 8, 6]" :key="g" :value="g">{{ g }} AWG</option>
        </select>
        <select
          class="field"
          :aria-label="`Protection of ${c.name}`"
          :value="c.protection"
          @change="set(id, { protection: value($event) })"
        >
          <option value="none">none</option>
          <option value="afci">AFCI</option>
          <option value="gfci">GFCI</option>
          <option value="dual">dual</option>
        </select>
      </div>
      <div class="mt-1 flex flex-wrap gap-1" role="group" :aria-label="`Boxes on ${c.name}`">
        <button
          v-for="b in boxes"
          :key="b"
          type="button"
          class="key min-w-10 justify-center px-2!"
          :class="{ 'key-main': isOn(b, id) }"
          :aria-pressed="isOn(b, id)"
          @click="job.edit('assignBoxes', { boxes: [b], circuit: isOn(b, id) ? null : id })"
        >
          {{ boxNumber(b) }}
        </button>
      </div>
      <button class="key mt-1" type="button" @click="job.edit('removeCircuit', { circuit: id })">
        Remove
      </button>
    </div>
    <p class="mt-3 text-sm text-quiet">
      Field Chalk plans and checks; it does not approve. Local code, permits and licensed practice decide.
      Treat everything as live until proved dead.
    </p>
  </div>
</template>
