<script setup lang="ts">
import CheckField from '../../fields/CheckField.vue';
import NumberField from '../../fields/NumberField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { type Box, cables, catalogueOf, entryOf, isOnWall } from '@fieldchalk/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import MakeUpSheet from '../circuits/MakeUpSheet.vue';

/** What a box is: its model and what that holds, how it is held, and what may be done with it. */
const props = defineProps<{ box: string }>();
const session = useSession();
const selection = useSelection();
const plan = computed(() => session.opened);
const own = computed(() => entryOf(plan.value.boxes, props.box));
const fill = computed(() => session.result?.boxes[session.drawnId(props.box)]);
const catalogue = computed(() => catalogueOf(plan.value));
const onWall = computed(() => isOnWall(own.value.on));
/** Models that could hang here: a ceiling takes ceiling boxes, a wall those of its gangs or any for one device. */
const models = computed(() =>
  Object.entries(catalogue.value).filter(([id, m]) =>
    id === own.value.model ? true : onWall.value ? m.mount !== 'ceiling' : m.mount === 'ceiling',
  ),
);
const route = useRoute();
const cableKinds = Object.keys(cables).filter((c) => c !== 'data');
const set = (changes: Partial<Omit<Box, 'on' | 'model'>>) =>
  session.edit('setBox', { box: props.box, changes });
const setCable = (i: number, changes: Partial<Box['cables'][number]>) =>
  set({ cables: own.value.cables.map((c, k) => (k === i ? { ...c, ...changes } : c)) });
const circuit = computed(() => Object.values(plan.value.devices).find((d) => d.box === props.box)?.circuit);
</script>

<template>
  <div>
    <details v-if="fill && fill.model !== 'none'">
      <summary class="row cursor-pointer">
        <span>Fill · {{ entryOf(catalogue, fill.model).name }}</span
        ><b :class="{ 'text-trouble': !fill.fits }">{{ fill.used }} of {{ fill.volume }} in³</b>
      </summary>
      <div v-for="p in fill.parts" :key="p.what + p.gauge" class="row pl-4 text-sm">
        <span>{{ p.count }} × {{ p.gauge }} AWG {{ p.what }}, {{ p.each }} each</span
        ><span>{{ p.total }} in³</span>
      </div>
      <p v-if="fill.withOneMore && fill.withOneMore !== fill.model" class="row pl-4 text-sm">
        <span>With one more cable</span><span>{{ entryOf(catalogue, fill.withOneMore).name }}</span>
      </p>
      <p
        v-for="o in fill.others"
        :key="o.model"
        class="row pl-4 text-sm"
        :class="{ 'text-trouble': o.used > o.volume }"
      >
        <span>{{ entryOf(catalogue, o.model).name }}</span><span>{{ o.used }} of {{ o.volume }}</span>
      </p>
      <div class="mt-1 grid grid-cols-3 gap-1 text-sm text-quiet">
        <ChoiceField
          label="Clamps"
          :model-value="own.clamps"
          :options="[
            { value: 'as-model', says: 'as it comes' },
            { value: 'removed', says: 'all taken out' },
          ]"
          @update:model-value="(v) => set({ clamps: v })"
        />
        <NumberField
          label="Studs, hickeys"
          :model-value="own.fittings"
          :min="0"
          :max="4"
          whole
          @update:model-value="(v) => set({ fittings: v })"
        />
        <NumberField
          label="Dividers"
          :model-value="own.dividers"
          :min="0"
          :max="3"
          whole
          @update:model-value="(v) => set({ dividers: v })"
        />
      </div>
      <div v-for="(c, i) in own.cables" :key="i" class="mt-1 flex gap-1 text-sm">
        <ChoiceField
          :label="`Other cable ${i + 1}`"
          hide-label
          :model-value="c.cable"
          :options="cableKinds"
          @update:model-value="(v) => setCable(i, { cable: v })"
        />
        <ChoiceField
          :label="`How cable ${i + 1} lies`"
          hide-label
          :model-value="c.how"
          :options="[
            { value: 'spliced', says: 'ends here' },
            { value: 'through', says: 'straight through, uncut' },
            { value: 'loop', says: 'a loop, uncut' },
          ]"
          @update:model-value="(v) => setCable(i, { how: v })"
        />
        <button
          class="key"
          type="button"
          :aria-label="`Take cable ${i + 1} away`"
          @click="set({ cables: own.cables.filter((_, k) => k !== i) })"
        >
          ✕
        </button>
      </div>
      <button
        class="key mt-1"
        type="button"
        @click="set({ cables: [...own.cables, { cable: '14/2', how: 'spliced' }] })"
      >
        Add a cable that is there already
      </button>
      <p class="text-sm text-quiet">NEC 314.16(B), from memory. Local code decides.</p>
    </details>
    <details v-if="session.result?.makeup[box]">
      <summary class="row cursor-pointer">
        <span>Make-up</span
        ><b
          >{{ entryOf(session.result.makeup, box).cables.length }} cables,
          {{ entryOf(session.result.makeup, box).joints.length }} joints</b
        >
      </summary>
      <MakeUpSheet :plan="session.drawn" :result="session.result" :box="box" />
      <RouterLink class="key mt-1" :to="`/jobs/${String(route.params['job'])}/makeup/${box}`"
        >Open and print</RouterLink
      >
    </details>
    <p v-if="fill?.model === 'none'" class="text-sm text-quiet">
      No box at rough-in: cable is left hanging, the light brings its own.
    </p>
    <ChoiceField
      class="mt-1"
      label="Model"
      :model-value="own.model"
      :options="[
        { value: 'auto', says: 'let the fill decide' },
        ...models.map(([id, m]) => ({ value: id, says: m.name })),
      ]"
      @update:model-value="(model) => session.edit('setBoxModel', { box, model })"
    />
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <ChoiceField
        class="w-40"
        label="Circuit"
        hide-label
        :model-value="circuit ?? null"
        :options="[
          { value: null, says: 'no circuit' },
          ...Object.entries(plan.circuits).map(([id, c]) => ({ value: id, says: c.name || id })),
        ]"
        @update:model-value="(to) => session.edit('assignBoxes', { boxes: [box], circuit: to })"
      />
      <button
        class="key"
        type="button"
        :aria-pressed="own.pinned"
        @click="session.edit('setBox', { box, changes: { pinned: !own.pinned } })"
      >
        {{ own.pinned ? 'Pinned: let it go' : 'Pin it here' }}
      </button>
      <CheckField
        v-if="onWall"
        label="at this very place, not at a stud"
        :model-value="own.exact"
        @update:model-value="(exact) => session.edit('setBox', { box, changes: { exact } })"
      />
      <CheckField
        label="there already"
        :model-value="own.existing"
        @update:model-value="(existing) => session.edit('setBox', { box, changes: { existing } })"
      />
      <button
        class="key"
        type="button"
        @click="session.edit('removeBoxes', { boxes: [box] }) && selection.choose(null)"
      >
        Delete
      </button>
    </div>
  </div>
</template>
