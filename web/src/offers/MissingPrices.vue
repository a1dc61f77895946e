<script setup lang="ts">
import type { UnpricedItem } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import PriceFields from '../workspace/order/PriceFields.vue';
import PriceSources from '../workspace/order/PriceSources.vue';

/** What has no price yet of all that is offered: each to be given one here, or all from the company’s book. */
const props = defineProps<{ items: readonly UnpricedItem[]; job: string }>();
const first = 5;
const isAll = ref(false);
const shown = computed(() => (isAll.value ? props.items : props.items.slice(0, first)));
const lines = computed(() => props.items.map(({ item }) => ({ item, cents: null })));
</script>

<template>
  <section v-if="items.length > 0" aria-label="Prices that are missing">
    <h3 class="heading">Prices that are missing</h3>
    <p class="text-sm text-quiet">
      0 is for what the customer brings. Suppliers are asked for quotes under
      <RouterLink class="underline" :to="`/jobs/${job}/order?page=prices`">Prices</RouterLink>.
    </p>
    <PriceSources :lines="lines" book-only />
    <ul>
      <li v-for="i in shown" :key="i.item" class="border-b border-rule py-2" :data-missing="i.item">
        <p :id="`missing-${i.item}`">{{ i.name }}</p>
        <PriceFields class="text-sm" role="group" :aria-labelledby="`missing-${i.item}`" :line="i" />
      </li>
    </ul>
    <button v-if="items.length > shown.length" class="key mt-2" type="button" @click="isAll = true">
      All {{ items.length }}
    </button>
  </section>
</template>
