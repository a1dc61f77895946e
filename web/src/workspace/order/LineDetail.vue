<script setup lang="ts">
import { invented, ruleBook, type TakeoffLine } from '@fieldchalk/core';
import { computed } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useSession } from '../../stores/session.ts';
import { today } from '../../words/today.ts';
import { perChoices } from './orderList.ts';

/** A line of the list opened: why it is there, and what it costs, which can be set. */
const props = defineProps<{ line: TakeoffLine }>();
const session = useSession();
const price = computed(() => session.opened.prices[props.line.item]);
const isInvented = computed(() => price.value?.on === invented);
const choices = computed(() => perChoices(props.line.unit, props.line.item.startsWith('cable-')));
const per = computed(() => price.value?.per ?? choices.value[0] ?? 'each');
const perWords = { ft: 'a foot', coil: 'a coil', in: 'an inch', each: 'each', box: 'a box' } as const;
type Per = keyof typeof perWords;
/** How many pieces a box, or feet a coil, has where nobody said. */
const usual = { box: 100, coil: ruleBook(session.opened.rules.values)('coil.feet') } as const;
const holds = computed(() =>
  per.value === 'box' || per.value === 'coil' ? (price.value?.of ?? usual[per.value]) : null,
);
function set(cents: number, unit: Per, of: number | null) {
  const packed = unit === 'box' || unit === 'coil' ? { of: of ?? usual[unit] } : {};
  session.edit('setPrice', { item: props.line.item, cents, per: unit, ...packed, on: today() });
}
const isTail = computed(() => props.line.item.startsWith('tail-'));
</script>

<template>
  <div class="pb-2 text-sm">
    <p>{{ line.why }}</p>
    <div v-if="!isTail" class="mt-1 flex flex-wrap items-end gap-2">
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
        @update:model-value="(unit) => price && set(price.cents, unit, null)"
      />
      <span v-else class="pb-2 text-quiet">{{ perWords[per] }}</span>
      <NumberField
        v-if="price && holds !== null"
        class="w-24"
        :label="per === 'box' ? 'Pieces in it' : 'Feet on it'"
        :model-value="holds"
        :min="1"
        :max="100000"
        @update:model-value="(of) => price && set(price.cents, per, of)"
      />
      <span v-if="price?.on" class="pb-2 text-quiet">{{
        isInvented ? 'invented: type what it costs you' : `as of ${price.on}`
      }}</span>
    </div>
  </div>
</template>
