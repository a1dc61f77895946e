<script setup lang="ts">
import { boxModels, formatLength, ruleBook, type Height } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { useJob } from '../../stores/job.ts';
import LengthField from '../LengthField.vue';
import { boxNumber } from '../names.ts';
import { whatElse, whyHere } from './why.ts';

const job = useJob();
const boxId = computed(() =>
  job.selection?.kind === 'box' && job.plan?.boxes[job.selection.id] ? job.selection.id : null,
);
const box = computed(() => (boxId.value ? job.plan!.boxes[boxId.value]! : null));
const mark = computed(() => (boxId.value ? job.result?.marks[boxId.value] : undefined));
const fill = computed(() => (boxId.value ? job.result?.boxes[boxId.value] : undefined));
const device = computed(() => Object.entries(job.plan?.devices ?? {}).find(([, d]) => d.box === boxId.value));
const letter = computed(
  () =>
    job.unrolled?.walls.find((w) => w.wall === mark.value?.wall && w.side === mark.value.side)?.letter ??
    mark.value?.wall,
);
const times = ref(1);
const every = ref<number | null>(48);
function repeat() {
  const wall = job.unrolled?.walls.find((w) => w.wall === mark.value?.wall && w.side === mark.value.side);
  job.edit('repeatBox', {
    box: boxId.value!,
    count: times.value,
    every: (every.value ?? 48) * (wall?.sign ?? 1),
  });
}
const why = computed(() => (boxId.value && job.result ? whyHere(job.result, boxId.value) : []));
const others = computed(() => {
  const limit = ruleBook(job.plan!.rules.values)('spacing.maxGap') / 2;
  return boxId.value && job.result ? whatElse(job.result, boxId.value, limit) : [];
});
const floor = computed(() => Object.values(job.plan!.levels)[0]!.floorFinish);
const height = computed((): Height => {
  const m = mark.value!;
  const kept = box.value && 'wall' in box.value.on ? box.value.on.height : undefined;
  return kept ?? { value: m.centerFromFinished, to: 'center', from: 'finished' };
});
/** Changing the reference keeps the box where it is; only the figure is read another way. */
function reread(to: Height['to'], from: Height['from']) {
  const m = mark.value!;
  const rise = {
    bottom: m.bottomFromSubfloor,
    center: (m.bottomFromSubfloor + m.topFromSubfloor) / 2,
    top: m.topFromSubfloor,
  }[to];
  job.edit('setBoxHeight', {
    box: boxId.value!,
    height: { value: rise - (from === 'finished' ? floor.value : 0), to, from },
  });
}
</script>

<template>
  <div v-if="box && mark && fill" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <div class="flex items-start justify-between gap-2">
      <p class="text-quiet">
        Box {{ boxNumber(boxId!) }} · wall {{ letter }} · stud {{ mark.stud }}, {{ mark.studSide }} face
      </p>
      <button class="key" type="button" aria-label="Close" @click="job.choose(null)">✕</button>
    </div>
    <p>
      <span class="figure">{{ formatLength(mark.bottomFromSubfloor) }}</span> bottom, from the subfloor
    </p>
    <div class="row">
      <span>Centre, from the finished floor</span><b>{{ formatLength(mark.centerFromFinished) }}</b>
    </div>
    <div class="row">
      <span>Floor build-up</span><b>+ {{ formatLength(floor) }}</b>
    </div>
    <div class="row">
      <span>Half of the box</span
      ><b>{{ formatLength(-(mark.topFromSubfloor - mark.bottomFromSubfloor) / 2) }}</b>
    </div>
    <details>
      <summary class="row cursor-pointer">
        <span>Face ahead of the stud</span><b>{{ formatLength(mark.setback) }}</b>
      </summary>
      <p v-for="part in mark.depth.parts" :key="part.what" class="row pl-4 text-sm">
        <span>{{ part.what }}</span><span>{{ formatLength(part.thickness) }}</span>
      </p>
      <p class="pl-4 text-sm text-quiet">{{ mark.depth.says }} NEC 314.20, from memory.</p>
    </details>
    <div v-if="mark.backing" class="row">
      <span>Backing {{ mark.backing.size }} between studs {{ mark.backing.between.join(' and ') }}</span
      ><b>{{ formatLength(mark.backing.length) }}</b>
    </div>
    <details v-if="why.length > 0">
      <summary class="row cursor-pointer">
        <span>Why here</span
        ><b>{{ others.length === 1 ? '1 other stud' : `${others.length || 'no'} other studs` }} would do</b>
      </summary>
      <p v-for="line in why" :key="line" class="row pl-4 text-sm">{{ line }}</p>
      <p v-if="others.length > 0" class="pl-4 text-sm text-quiet">
        With its neighbours as they are, stud {{ others.join(', ') }} of this wall would keep the rule too.
      </p>
    </details>
    <details>
      <summary class="row cursor-pointer">
        <span>Fill · {{ boxModels[fill.model]!.name }}</span
        ><b :class="{ 'text-trouble': !fill.fits }">{{ fill.used }} of {{ fill.volume }} in³</b>
      </summary>
      <div v-for="p in fill.parts" :key="p.what + p.gauge" class="row pl-4 text-sm">
        <span>{{ p.count }} × {{ p.gauge }} AWG {{ p.what }}, {{ p.each }} each</span
        ><span>{{ p.total }} in³</span>
      </div>
      <p class="text-sm text-quiet">NEC 314.16(B), from memory. Local code decides.</p>
    </details>
    <div class="mt-2 grid grid-cols-3 gap-2">
      <LengthField
        label="Height"
        :model-value="height.value"
        @update:model-value="
          (value) => job.edit('setBoxHeight', { box: boxId!, height: { ...height, value } })
        "
      />
      <label class="text-sm text-quiet"
        >To its<select
          class="field text-base"
          :value="height.to"
          @change="reread(($event.target as HTMLSelectElement).value as 'top', height.from)"
        >
          <option value="bottom">bottom</option>
          <option value="center">centre</option>
          <option value="top">top</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >From<select
          class="field text-base"
          :value="height.from"
          @change="reread(height.to, ($event.target as HTMLSelectElement).value as 'finished')"
        >
          <option value="finished">finished floor</option>
          <option value="subfloor">subfloor</option>
        </select></label
      >
    </div>
    <div v-if="job.picked.length > 1" class="mt-2 flex flex-wrap gap-2 bg-chalk-soft p-2">
      <b class="w-full">{{ job.picked.length }} boxes chosen</b>
      <button class="key" type="button" @click="job.edit('alignBoxes', { boxes: job.picked })">
        Same height as this one
      </button>
      <button class="key" type="button" @click="job.edit('keepBoxes', { boxes: job.picked })">Pin all</button>
      <button
        class="key"
        type="button"
        @click="job.edit('removeBoxes', { boxes: job.picked }) && job.choose(null)"
      >
        Delete all
      </button>
    </div>
    <form class="mt-2 grid grid-cols-[5rem_1fr_auto] items-end gap-2" @submit.prevent="repeat">
      <label class="text-sm text-quiet"
        >Repeat<input v-model.number="times" class="field text-base" type="number" min="1" max="50"
      /></label>
      <LengthField v-model="every" label="times, to the right every" />
      <button class="key" type="submit">Repeat</button>
    </form>
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <select
        v-if="device"
        class="field w-36!"
        aria-label="Device"
        :value="device[1].kind"
        @change="
          job.edit('setDeviceKind', {
            device: device[0],
            kind: ($event.target as HTMLSelectElement).value as 'switch',
          })
        "
      >
        <option>receptacle</option>
        <option>gfci</option>
        <option>counter-receptacle</option>
        <option>switch</option>
        <option>light</option>
        <option>data</option>
      </select>
      <select
        class="field w-32!"
        aria-label="Circuit"
        :value="device?.[1].circuit ?? ''"
        @change="
          job.edit('assignBoxes', {
            boxes: [boxId!],
            circuit: ($event.target as HTMLSelectElement).value || null,
          })
        "
      >
        <option value="">no circuit</option>
        <option v-for="(c, id) in job.plan!.circuits" :key="id" :value="id">{{ c.name || id }}</option>
      </select>
      <button
        class="key"
        type="button"
        :aria-pressed="box.pinned"
        @click="job.edit('setBox', { box: boxId!, changes: { pinned: !box.pinned } })"
      >
        {{ box.pinned ? 'Pinned' : 'Pin' }}
      </button>
      <button
        class="key"
        type="button"
        :aria-pressed="box.exact"
        @click="job.edit('setBox', { box: boxId!, changes: { exact: !box.exact } })"
      >
        {{ box.exact ? 'Exact' : 'On stud' }}
      </button>
      <button class="key" type="button" @click="job.edit('removeBoxes', { boxes: [boxId!] })">Delete</button>
    </div>
  </div>
</template>
