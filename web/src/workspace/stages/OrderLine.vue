<script setup lang="ts">
import { invented, type TakeoffLine } from '@fieldchalk/core';
import { computed } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useSession } from '../../stores/session.ts';
import { moneyWords, perChoices } from './orderList.ts';

/** One line of the list; open, it says why, and what it costs can be set. */
const props = defineProps<{ line: TakeoffLine; isLit: boolean }>();
const emit = defineEmits<{ light: [] }>();
const session = useSession();
const price = computed(() => session.opened.prices[props.line.item]);
const isInvented = computed(() => price.value?.on === invented);
const choices = computed(() => perChoices(props.line.unit, props.line.item.startsWith('cable-')));
const per = computed(() => price.value?.per ?? choices.value[0] ?? 'each');
const perWords = { ft: 'a foot', coil: 'a coil', in: 'an inch', each: 'each', box: 'a box' } as const;
const today = () => new Date().toISOString().slice(0, 10);
const set = (cents: number, unit: 'ft' | 'each' | 'box' | 'coil' | 'in') =>
  session.edit('setPrice', { item: props.line.item, cents, per: unit, on: today() });
const isTail = computed(() => props.line.item.startsWith('tail-'));
</script>

<template>
  <details class="border-b border-rule" :class="{ 'bg-chalk-soft': isLit }" :data-item="line.item">
    <summary
      class="grid cursor-pointer grid-cols-[1fr_5.5rem_7rem] items-baseline gap-2 px-1 py-1.5"
      @click="emit('light')"
    >
      <span>{{ line.name }}</span>
      <b class="text-right whitespace-nowrap"
        >{{ line.quantity }} {{ line.unit === 'each' ? '' : line.unit }}</b
      >
      <span class="text-right whitespace-nowrap">
        <span
          v-if="line.cents === null"
          class="rounded-sm border border-dashed border-trouble px-1 text-sm text-trouble"
          >no price</span
        ><span v-else-if="isTail" class="text-sm text-quiet">none to buy</span
        ><template v-else
          ><span v-if="isInvented" class="mr-1 text-sm text-quiet">invented</span
          >{{ moneyWords(line.cents) }}</template
        ></span
      >
    </summary>
    <div class="px-1 pb-2 text-sm">
      <p>{{ line.why }}</p>
      <div v-if="!isTail" class="mt-1 flex flex-wrap items-end gap-2">
        <NumberField
          class="w-28"
          label="Price, $"
          :model-value="price ? price.cents / 100 : null"
          :min="0"
          :max="1e6"
          optional
          @update:model-value="(dollars) => dollars !== null && set(dollars * 100, per)"
        />
        <ChoiceField
          v-if="choices.length > 1"
          class="w-28"
          label="For"
          :model-value="per"
          :options="choices.map((value) => ({ value, says: perWords[value] }))"
          @update:model-value="(unit) => price && set(price.cents, unit)"
        />
        <span v-else class="pb-2 text-quiet">{{ perWords[per] }}</span>
        <span v-if="price?.on" class="pb-2 text-quiet">{{
          isInvented ? 'invented: type what it costs you' : `as of ${price.on}`
        }}</span>
      </div>
    </div>
  </details>
</template>
