<script setup lang="ts">
import { formatLength, ruleBook, type Height } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../LengthField.vue';
import { boxNumber } from '../names.ts';
import BoxBody from './BoxBody.vue';
import BoxDevices from './BoxDevices.vue';
import ManyBoxes from './ManyBoxes.vue';
import { whatElse, whyHere } from './why.ts';

const session = useSession();
const selection = useSelection();
const boxId = computed(() =>
  selection.chosen?.kind === 'box' && session.plan?.boxes[selection.chosen.id] ? selection.chosen.id : null,
);
const box = computed(() => (boxId.value ? session.opened.boxes[boxId.value]! : null));
const mark = computed(() => (boxId.value ? session.result?.marks[boxId.value] : undefined));
const fill = computed(() => (boxId.value ? session.result?.boxes[boxId.value] : undefined));
const fixings = {
  nail: 'nails',
  screw: 'screws',
  wings: 'its own wings, in the closed wall',
  backing: 'backing between studs',
  powder: 'powder-actuated fasteners',
  there: 'what is there',
} as const;
const ownHeight = computed(() => (box.value && 'wall' in box.value.on ? box.value.on.height : undefined));
const letter = computed(
  () =>
    session.unrolled?.walls.find((w) => w.wall === mark.value?.wall && w.side === mark.value.side)?.letter ??
    mark.value?.wall,
);
const times = ref(1);
const every = ref<number | null>(48);
function repeat() {
  const wall = session.unrolled?.walls.find((w) => w.wall === mark.value?.wall && w.side === mark.value.side);
  session.edit('repeatBox', {
    box: boxId.value!,
    count: times.value,
    every: (every.value ?? 48) * (wall?.sign ?? 1),
  });
}
const why = computed(() => (boxId.value && session.result ? whyHere(session.result, boxId.value) : []));
const others = computed(() => {
  const limit = ruleBook(session.opened.rules.values)('spacing.maxGap') / 2;
  return boxId.value && session.result ? whatElse(session.result, boxId.value, limit) : [];
});
const floor = computed(() => {
  const plan = session.opened;
  return plan.levels[plan.points[plan.walls[mark.value!.wall]!.from]!.level]!.floorFinish;
});
const height = computed((): Height => {
  const m = mark.value!;
  return ownHeight.value ?? { value: m.centerFromFinished, to: 'center', from: 'finished' };
});
/** Changing the reference keeps the box where it is; only the figure is read another way. */
function reread(to: Height['to'], from: Height['from']) {
  const m = mark.value!;
  const rise = {
    bottom: m.bottomFromSubfloor,
    center: (m.bottomFromSubfloor + m.topFromSubfloor) / 2,
    top: m.topFromSubfloor,
  }[to];
  session.edit('setBoxHeight', {
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
      <button class="key" type="button" aria-label="Close" @click="selection.choose(null)">✕</button>
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
        @update:model-value="
          (value) => session.edit('setBoxHeight', { box: boxId!, height: { ...height, value } })
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
    <label v-if="ownHeight || box.reason" class="mt-1 block text-sm text-quiet"
      >Why it is not at the house height<input
        v-shown="box.reason"
        class="field text-base"
        maxlength="1000"
        @change="
          session.edit('setBox', {
            box: boxId!,
            changes: { reason: ($event.target as HTMLInputElement).value },
          })
        "
    /></label>
    <button
      v-if="ownHeight"
      class="key mt-1"
      type="button"
      @click="session.edit('setBoxHeight', { box: boxId!, height: null })"
    >
      Back to the house height
    </button>
    <label v-if="mark.fixing !== 'wings' && mark.fixing !== 'there'" class="mt-1 block text-sm text-quiet"
      >Held by<select
        class="field text-base"
        :value="box.fixing"
        @change="
          session.edit('setBox', {
            box: boxId!,
            changes: { fixing: ($event.target as HTMLSelectElement).value as 'screw' },
          })
        "
      >
        <option value="auto">what its wall wants</option>
        <option value="nail">nails</option>
        <option value="screw">screws</option>
        <option value="powder">powder-actuated fasteners, on concrete</option>
      </select></label
    >
    <ManyBoxes lines-up />
    <form class="mt-2 grid grid-cols-[5rem_1fr_auto] items-end gap-2" @submit.prevent="repeat">
      <label class="text-sm text-quiet"
        >Repeat<input v-model.number="times" class="field text-base" type="number" min="1" max="50"
      /></label>
      <LengthField v-model="every" label="times, to the right every" />
      <button class="key" type="submit">Repeat</button>
    </form>
    <BoxDevices :box="boxId!" />
    <BoxBody :box="boxId!" />
  </div>
</template>
