<script setup lang="ts">
import type { EditArgs } from '@fieldchalk/core';
import { computed } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import LengthField from '../../fields/LengthField.vue';
import StudHoles from './StudHoles.vue';

const selection = useSelection();
const session = useSession();
const stud = computed(() => {
  const { chosen } = selection;
  return chosen?.kind === 'stud' ? session.shown?.members.find((m) => m.id === chosen.id) : undefined;
});
const studWall = computed(() => session.unrolled?.walls.find((w) => w.wall === stud.value?.wall));
const studFromLeft = computed(() =>
  stud.value && studWall.value ? (stud.value.at - studWall.value.origin) * studWall.value.sign : 0,
);
const measuredAs = computed(
  () =>
    Object.entries(session.plan?.members ?? {}).find(
      ([, m]) => m.wall === stud.value?.wall && Math.abs(m.at - stud.value.at) < 0.05,
    )?.[0],
);
/** What was measured here. */
const entry = computed(() => session.plan?.members[measuredAs.value ?? '']);
function set(changes: EditArgs<'setStud'>['changes']) {
  const { value: own } = stud;
  if (own) session.edit('setStud', { wall: own.wall, at: own.at, role: own.role, changes });
}
const forget = () => {
  if (measuredAs.value) session.edit('forgetStud', { member: measuredAs.value });
};
function measure(fromLeft: number) {
  if (!studWall.value || !stud.value) return;
  const at = studWall.value.origin + fromLeft * studWall.value.sign;
  if (Math.abs(at - stud.value.at) < 1e-6) return;
  session.edit('measureStud', { wall: stud.value.wall, was: stud.value.at, at, role: stud.value.role });
}
</script>

<template>
  <div v-if="stud" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <p class="text-quiet">Wall {{ studWall?.letter }}</p>
    <p>
      <span class="figure">Stud {{ stud.number }}</span
      >{{ stud.role === 'stud' ? '' : ` ${stud.role}` }}{{ stud.measured ? ', measured' : '' }}
    </p>
    <LengthField
      label="Its centre, measured from the left corner"
      :model-value="studFromLeft"
      @update:model-value="measure"
    />
    <ChoiceField
      class="mt-2"
      label="Nailed together here"
      :model-value="entry?.count ?? 1"
      :options="[
        { value: 1, says: 'one stud' },
        { value: 2, says: 'two, doubled' },
        { value: 3, says: 'three' },
        { value: 4, says: 'four' },
      ]"
      @update:model-value="(count) => set({ count })"
    />
    <StudHoles :holes="entry?.holes ?? []" @change="(holes) => set({ holes })" />
    <button v-if="measuredAs" class="key mt-2" type="button" @click="forget">Back to the layout</button>
  </div>
</template>
