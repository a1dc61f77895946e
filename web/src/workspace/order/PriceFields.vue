<script setup lang="ts">
import { invented, ruleBook, type TakeoffLine } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useSession } from '../../stores/session.ts';
import { today } from '../../words/today.ts';
import { perChoices } from './orderList.ts';

/** What an item costs: set in dollars, for what it is sold by. */
const props = defineProps<{ line: Pick<TakeoffLine, 'item' | 'unit'> }>();
const session = useSession();
const price = computed(() => session.opened.prices[props.line.item]);
const isInvented = computed(() => price.value?.on === invented);
const choices = computed(() => perChoices(props.line.unit, props.line.item.startsWith('cable-')));
const perWords = { ft: 'a foot', coil: 'a coil', in: 'an inch', each: 'each', box: 'a box' } as const;
type Per = keyof typeof perWords;
/** What it is sold by, said before there is a price. */
const asked = ref<{ readonly per: Per; readonly of?: number } | null>(null);
const per = computed(() => price.value?.per ?? asked.value?.per ?? choices.value[0] ?? 'each');
/** How many pieces a box, or feet a coil, has where nobody said. */
const usual = { box: 100, coil: ruleBook(session.opened.rules.values)('coil.feet') } as const;
const holds = computed(() =>
  per.value === 'box' || per.value === 'coil' ? ((price.value ?? asked.value)?.of ?? usual[per.value]) : null,
);
function sellBy(unit: Per, of: number | null) {
  if (price.value) set(price.value.cents, unit, of);
  else asked.value = of === null ? { per: unit } : { per: unit, of };
}
function set(cents: number, unit: Per, of: number | null) {
  const packed = unit === 'box' || unit === 'coil' ? { of: of ?? usual[unit] } : {};
  session.edit('setPrice', { item: props.line.item, cents, per: unit, ...packed, on: today() });
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-2">
    <NumberField
      class="w-28"
      label="Price, $"
      :model-value="price ? price.cents / 100 : null"
      :min="0"
      :max="1e6"
      optional
      @update:model-value="(dollars) => dollars !== null && set(dollars * 100, per, holds)"
    />
    <ChoiceField
      v-if="choices.length > 1"
      class="w-28"
      label="For"
      :model-value="per"
      :options="choices.map((value) => ({ value, says: perWords[value] }))"
      @update:model-value="(unit) => sellBy(unit, null)"
    />
    <span v-else class="pb-2 text-quiet">{{ perWords[per] }}</span>
    <NumberField
      v-if="holds !== null"
      class="w-24"
      :label="per === 'box' ? 'Pieces in it' : 'Feet on it'"
      :model-value="holds"
      :min="1"
      :max="100000"
      @update:model-value="(of) => sellBy(per, of)"
    />
    <span v-if="price?.on" class="pb-2 text-quiet">{{
      isInvented ? 'invented: type what it costs you' : `as of ${price.on}`
    }}</span>
  </div>
</template>
