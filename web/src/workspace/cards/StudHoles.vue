<script setup lang="ts">
import { formatLength, type MeasuredHole } from '@fieldchalk/core';
import { ref } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import LengthField from '../../fields/LengthField.vue';

/** Holes that are in a stud already, off centre or not: cable goes through them where they are near its line. */
const props = defineProps<{ holes: readonly MeasuredHole[] }>();
const emit = defineEmits<{ change: [holes: MeasuredHole[]] }>();
const height = ref<number | null>(null);
const diameter = ref<number | null>(0.75);
const off = ref<number | null>(0);
const side = ref<'left' | 'right'>('left');
function add() {
  if (height.value === null || diameter.value === null) return;
  const aside = (off.value ?? 0) * (side.value === 'left' ? 1 : -1);
  emit('change', [...props.holes, { z: height.value, diameter: diameter.value, off: aside }]);
  height.value = null;
}
const offWords = ({ off: aside }: MeasuredHole) =>
  aside === 0
    ? 'in the middle'
    : `${formatLength(Math.abs(aside))} off to the wall’s ${aside > 0 ? 'left' : 'right'}`;
</script>

<template>
  <details class="my-2" data-stud-holes>
    <summary class="row cursor-pointer">
      <span>Holes in it already</span><b>{{ holes.length }}</b>
    </summary>
    <ol>
      <li v-for="(h, i) in holes" :key="`${h.z} ${h.off} ${i}`" class="row items-center gap-2">
        <span>{{ formatLength(h.z) }} up, {{ formatLength(h.diameter) }}, {{ offWords(h) }}</span>
        <button
          type="button"
          class="key"
          :aria-label="`No hole ${formatLength(h.z)} up`"
          @click="
            emit(
              'change',
              holes.filter((_, k) => k !== i),
            )
          "
        >
          ✕
        </button>
      </li>
    </ol>
    <div class="grid grid-cols-2 gap-2">
      <LengthField v-model="height" label="Above the subfloor" />
      <LengthField v-model="diameter" label="Wide" />
      <LengthField v-model="off" label="Off the middle" />
      <ChoiceField
        v-model="side"
        label="Towards the wall’s"
        :options="[
          { value: 'left', says: 'left' },
          { value: 'right', says: 'right' },
        ]"
      />
    </div>
    <button type="button" class="key mt-1 w-full justify-center" :disabled="height === null" @click="add">
      Put it down
    </button>
  </details>
</template>
