<script setup lang="ts">
import { ref } from 'vue';
import RemoveKey from '../../fields/RemoveKey.vue';
import NumberField from '../../fields/NumberField.vue';
import { usePriceBooks } from '../../stores/priceBooks.ts';

/** Who sells to the company, and what it costs to have an order brought. */
const books = usePriceBooks();
const name = ref('');
async function add() {
  if (name.value.trim() === '') return;
  await books.addSupplier(name.value);
  if (books.says === '') name.value = '';
}
const cents = (dollars: number | null) => (dollars === null ? null : Math.round(dollars * 100));
</script>

<template>
  <section aria-label="Suppliers">
    <h2 class="heading">Suppliers</h2>
    <form class="flex flex-wrap items-end gap-2" @submit.prevent="add">
      <div class="min-w-48">
        <label class="text-sm text-quiet" for="new-supplier">Another supplier</label>
        <input id="new-supplier" v-model="name" class="field text-base" maxlength="200" autocomplete="off" />
      </div>
      <button class="key" type="submit">Add</button>
    </form>
    <table v-if="Object.keys(books.suppliers).length > 0" class="mt-2 w-full border-collapse">
      <thead class="text-left text-sm text-quiet">
        <tr>
          <th class="px-1 font-normal">Supplier</th>
          <th class="px-1 font-normal">Freight, $</th>
          <th class="px-1 font-normal">Free from, $</th>
          <th class="px-1 font-normal">Prices</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(s, id) in books.suppliers" :key="id" class="border-b border-rule" :data-supplier="s.name">
          <td class="px-1 py-1">{{ s.name }}</td>
          <td class="px-1 py-1">
            <NumberField
              class="w-20 md:w-24"
              hide-label
              :label="`${s.name}, freight in dollars`"
              :model-value="s.freight / 100"
              :min="0"
              :max="10000"
              @update:model-value="
                (dollars) => books.setSuppliers({ [id]: { ...s, freight: cents(dollars) ?? 0 } })
              "
            />
          </td>
          <td class="px-1 py-1">
            <NumberField
              class="w-20 md:w-24"
              hide-label
              optional
              :label="`${s.name}, brought free from so many dollars`"
              :model-value="s.freeFrom === null ? null : s.freeFrom / 100"
              :min="0"
              :max="1000000"
              @update:model-value="
                (dollars) => books.setSuppliers({ [id]: { ...s, freeFrom: cents(dollars) } })
              "
            />
          </td>
          <td class="px-1 py-1">{{ Object.keys(s.prices).length }}</td>
          <td class="px-1 py-1 text-right">
            <RemoveKey :says="`Remove ${s.name}`" @remove="books.setSuppliers({ [id]: null })" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="mt-2 text-quiet">
      None yet. Their prices come from a file with a column “supplier”, or are typed in one.
    </p>
  </section>
</template>
