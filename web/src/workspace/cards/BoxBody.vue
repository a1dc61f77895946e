<script setup lang="ts">
import { catalogueOf, isOnWall } from '@fieldchalk/core';
import { computed } from 'vue';
import { useJob } from '../../stores/job.ts';

/** What a box is: its model and what that holds, how it is held, and what may be done with it. */
const props = defineProps<{ box: string }>();
const job = useJob();
const plan = computed(() => job.plan!);
const own = computed(() => plan.value.boxes[props.box]!);
const fill = computed(() => job.result?.boxes[props.box]);
const catalogue = computed(() => catalogueOf(plan.value));
const onWall = computed(() => isOnWall(own.value.on));
/** Models that could hang here: a ceiling takes ceiling boxes, a wall those of its gangs or any for one device. */
const models = computed(() =>
  Object.entries(catalogue.value).filter(([id, m]) =>
    id === own.value.model ? true : onWall.value ? m.mount !== 'ceiling' : m.mount === 'ceiling',
  ),
);
const value = (event: Event) => (event.target as HTMLSelectElement).value;
const circuit = computed(() => Object.values(plan.value.devices).find((d) => d.box === props.box)?.circuit);
</script>

<template>
  <div>
    <details v-if="fill && fill.model !== 'none'">
      <summary class="row cursor-pointer">
        <span>Fill · {{ catalogue[fill.model]!.name }}</span
        ><b :class="{ 'text-trouble': !fill.fits }">{{ fill.used }} of {{ fill.volume }} in³</b>
      </summary>
      <div v-for="p in fill.parts" :key="p.what + p.gauge" class="row pl-4 text-sm">
        <span>{{ p.count }} × {{ p.gauge }} AWG {{ p.what }}, {{ p.each }} each</span
        ><span>{{ p.total }} in³</span>
      </div>
      <p class="text-sm text-quiet">NEC 314.16(B), from memory. Local code decides.</p>
    </details>
    <p v-else class="text-sm text-quiet">
      No box at rough-in: cable is left hanging, the light brings its own.
    </p>
    <label class="mt-1 flex items-center gap-2 text-sm text-quiet"
      >Model<select
        class="field flex-1 text-base"
        :value="own.model"
        @change="job.edit('setBoxModel', { box, model: value($event) })"
      >
        <option value="auto">let the fill decide</option>
        <option v-for="[id, m] in models" :key="id" :value="id">{{ m.name }}</option>
      </select></label
    >
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <select
        class="field w-40! text-base"
        aria-label="Circuit"
        :value="circuit ?? ''"
        @change="job.edit('assignBoxes', { boxes: [box], circuit: value($event) || null })"
      >
        <option value="">no circuit</option>
        <option v-for="(c, id) in plan.circuits" :key="id" :value="id">{{ c.name || id }}</option>
      </select>
      <button
        class="key"
        type="button"
        :aria-pressed="own.pinned"
        @click="job.edit('setBox', { box, changes: { pinned: !own.pinned } })"
      >
        {{ own.pinned ? 'Pinned' : 'Pin' }}
      </button>
      <button
        v-if="onWall"
        class="key"
        type="button"
        :aria-pressed="own.exact"
        @click="job.edit('setBox', { box, changes: { exact: !own.exact } })"
      >
        {{ own.exact ? 'Exact' : 'On stud' }}
      </button>
      <button
        class="key"
        type="button"
        :aria-pressed="own.existing"
        @click="job.edit('setBox', { box, changes: { existing: !own.existing } })"
      >
        {{ own.existing ? 'Existing' : 'New' }}
      </button>
      <button
        class="key"
        type="button"
        @click="job.edit('removeBoxes', { boxes: [box] }) && job.choose(null)"
      >
        Delete
      </button>
    </div>
  </div>
</template>
