<script setup lang="ts">
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import {
  type Box,
  boxNumber,
  entryOf,
  formatLength,
  type Height,
  type Mark,
  must,
  ruleBook,
  otherSide,
} from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../../fields/LengthField.vue';
import BoxBody from './BoxBody.vue';
import BoxDevices from './BoxDevices.vue';
import ManyBoxes from './ManyBoxes.vue';
import OutsideLayers from './OutsideLayers.vue';
import { wallName } from './onWall.ts';
import { whatElse, whyHere } from './why.ts';

const session = useSession();
const selection = useSelection();
const boxId = computed(() =>
  selection.chosen?.kind === 'box' && session.plan?.boxes[selection.chosen.id] ? selection.chosen.id : null,
);
const box = computed(() => (boxId.value ? entryOf(session.opened.boxes, boxId.value) : null));
const drawnId = computed(() => session.drawnId(boxId.value ?? ''));
const mark = computed(() => session.shown?.marks[drawnId.value]);
const fill = computed(() => session.result?.boxes[drawnId.value]);
const fixings = {
  nail: 'nails',
  screw: 'screws',
  wings: 'its own wings, in the closed wall',
  backing: 'backing between studs',
  powder: 'powder-actuated fasteners',
  there: 'what is there',
} as const;
const ownHeight = computed(() => (box.value && 'wall' in box.value.on ? box.value.on.height : undefined));
/** The wall as the room in hand calls it; from behind as well, as outside boxes are. */
const wallCalled = computed(() => {
  const { wall, side } = must(mark.value, 'the mark of the box');
  const called = wallName(session.opened, session.unrolled, wall);
  const seen = session.unrolled?.walls.filter((w) => w.wall === wall) ?? [];
  return seen.length > 0 && seen.every((w) => w.side !== side) ? `${called}, other side` : called;
});
const times = ref(1);
const every = ref<number | null>(48);
function repeat() {
  const wall = session.unrolled?.walls.find((w) => w.wall === mark.value?.wall && w.side === mark.value.side);
  session.edit('repeatBox', {
    box: must(boxId.value, 'the box chosen'),
    count: times.value,
    every: (every.value ?? 48) * (wall?.sign ?? 1),
  });
}
/** A box with the same devices in the other face of the wall, where this one is. */
const putBehind = onceReady((box: string, m: Mark) => {
  const before = new Set(Object.keys(session.opened.boxes));
  if (!session.edit('putBehind', { box })) return;
  const added = Object.keys(session.opened.boxes).find((id) => !before.has(id));
  const room = selection.roomSeeing({ ...m, side: otherSide(m.side) });
  const where = room ? (session.opened.rooms[room]?.name ?? 'the room there') : 'outside';
  if (added !== undefined) session.say(`Box ${boxNumber(added)} is on the other side now, ${where}.`);
});
const why = computed(() => (session.result ? whyHere(session.result, drawnId.value) : []));
const others = computed(() => {
  const limit = ruleBook(session.opened.rules.values)('spacing.maxGap') / 2;
  return session.result ? whatElse(session.result, drawnId.value, limit) : [];
});
const floor = computed(() => {
  const plan = session.opened;
  const wall = entryOf(plan.walls, must(mark.value, 'the mark of the box').wall);
  return entryOf(plan.levels, entryOf(plan.points, wall.from).level).floorFinish;
});
const height = computed((): Height => {
  const m = must(mark.value, 'the mark of the box');
  return ownHeight.value ?? { value: m.centerFromFinished, to: 'center', from: 'finished' };
});
const set = (changes: Partial<Box>) =>
  session.edit('setBox', { box: must(boxId.value, 'the box chosen'), changes });
const setHeight = (to: Height | null) =>
  session.edit('setBoxHeight', { box: must(boxId.value, 'the box chosen'), height: to });
/** Changing the reference keeps the box where it is; only the figure is read another way. */
function reread(to: Height['to'], from: Height['from']) {
  const m = must(mark.value, 'the mark of the box');
  const rise = {
    bottom: m.bottomFromSubfloor,
    center: (m.bottomFromSubfloor + m.topFromSubfloor) / 2,
    top: m.topFromSubfloor,
  }[to];
  setHeight({ value: rise - (from === 'finished' ? floor.value : 0), to, from });
}
</script>

<template>
  <div v-if="boxId && box && mark && fill" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <div class="flex items-start justify-between gap-2">
      <p class="text-quiet">
        Box {{ boxNumber(boxId) }} · {{ wallCalled }} · stud {{ mark.stud }}, {{ mark.studSide }} face
      </p>
      <button class="key" type="button" aria-label="Close" @click="selection.choose(null)">✕</button>
    </div>
    <OutsideLayers :wall="mark.wall" :side="mark.side" :at="mark.at" />
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
    <div class="row">
      <span>Held by</span><b>{{ fixings[mark.fixing] }}</b>
    </div>
    <p v-if="mark.fixing === 'powder'" class="text-sm text-trouble">
      Powder-actuated fasteners: trained and licensed users only, eye and ear protection, nobody behind the
      wall.
    </p>
    <p v-if="mark.counts" class="row text-sm">
      <span>{{ mark.counts.does ? 'Counts' : 'Does not count' }} for the wall’s spacing</span
      ><span class="text-right">{{ mark.counts.why }}</span>
    </p>
    <div class="mt-2 grid grid-cols-3 gap-2">
      <LengthField
        label="Height"
        :model-value="height.value"
        @update:model-value="(value) => setHeight({ ...height, value })"
      />
      <ChoiceField
        label="To its"
        :model-value="height.to"
        :options="['bottom', { value: 'center', says: 'centre' }, 'top']"
        @update:model-value="(v) => reread(v, height.from)"
      />
      <ChoiceField
        label="From"
        :model-value="height.from"
        :options="[{ value: 'finished', says: 'finished floor' }, 'subfloor']"
        @update:model-value="(v) => reread(height.to, v)"
      />
    </div>
    <TextField
      v-if="ownHeight || box.reason"
      class="mt-1"
      label="Why it is not at the house height"
      :model-value="box.reason"
      :maxlength="1000"
      @update:model-value="(v) => set({ reason: v })"
    />
    <button v-if="ownHeight" class="key mt-1" type="button" @click="setHeight(null)">
      Back to the house height
    </button>
    <ChoiceField
      v-if="mark.fixing !== 'wings' && mark.fixing !== 'there'"
      class="mt-1"
      label="Held by"
      :model-value="box.fixing"
      :options="[
        { value: 'auto', says: 'what its wall wants' },
        { value: 'nail', says: 'nails' },
        { value: 'screw', says: 'screws' },
        { value: 'powder', says: 'powder-actuated fasteners, on concrete' },
      ]"
      @update:model-value="(v) => set({ fixing: v })"
    />
    <ManyBoxes lines-up />
    <button class="key mt-2" type="button" @click="putBehind(boxId, mark)">Same place, other side</button>
    <form class="mt-2 grid grid-cols-[5rem_1fr_auto] items-end gap-2" @submit.prevent="repeat">
      <NumberField v-model="times" label="Repeat" :min="1" :max="50" whole />
      <LengthField v-model="every" label="times, to the right every" />
      <button class="key" type="submit">Repeat</button>
    </form>
    <BoxDevices :box="boxId" />
    <BoxBody :box="boxId" />
  </div>
</template>
