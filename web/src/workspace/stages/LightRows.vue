<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { type DeviceKind, must } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../../fields/LengthField.vue';

/** Lights of the room in hand in rows, by count and distance from the walls. */
const session = useSession();
const selection = useSelection();
const columns = ref(2);
const rows = ref(2);
const fromWall = ref<number | null>(null);
const kind = ref<DeviceKind>('wafer-light');
const lights = computed(() =>
  Object.entries(session.plan?.boxes ?? {}).filter(
    ([id, b]) =>
      'ceiling' in b.on &&
      b.on.ceiling === selection.room &&
      Object.values(session.opened.devices).some((d) => d.box === id && d.kind.includes('light')),
  ),
);
const lay = () =>
  session.edit('lightRows', {
    room: must(selection.room, 'the room in hand'),
    columns: columns.value,
    rows: rows.value,
    fromWall: fromWall.value,
    kind: kind.value,
  });
</script>

<template>
  <details>
    <summary class="heading cursor-pointer">
      Lights of this room
      <span class="text-sm font-normal text-quiet">{{ lights.length }} on the ceiling</span>
    </summary>
    <form class="grid grid-cols-4 items-end gap-2" @submit.prevent="lay">
      <NumberField v-model="columns" label="Across" :min="1" :max="20" whole />
      <NumberField v-model="rows" label="Up" :min="1" :max="20" whole />
      <LengthField
        class="col-span-2"
        label="From the walls (empty: half the spacing)"
        :model-value="fromWall"
        @update:model-value="(v) => (fromWall = v)"
      />
      <ChoiceField
        v-model="kind"
        class="col-span-2"
        label="Kind of light"
        hide-label
        :options="[{ value: 'wafer-light', says: 'wafer light' }, 'light', 'fan']"
      />
      <button v-if="fromWall !== null" class="key" type="button" @click="fromWall = null">Half</button>
      <button class="key col-start-4" type="submit">Lay out</button>
    </form>
    <p class="text-sm text-quiet">
      Takes the place of lights that are not pinned; their switches work the new ones. On the plan, drag a
      light to set it by hand.
    </p>
  </details>
</template>
