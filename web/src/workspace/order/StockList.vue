<script setup lang="ts">
import { isLengthItem, stockItems, stockPlaces, type Stock } from '@fieldchalk/core';
import { computed, ref, useId } from 'vue';
import { useRoute } from 'vue-router';
import ChoiceField from '../../fields/ChoiceField.vue';
import FieldProblem from '../../fields/FieldProblem.vue';
import RemoveKey from '../../fields/RemoveKey.vue';
import NumberField from '../../fields/NumberField.vue';
import { useSession } from '../../stores/session.ts';
import CompanyStock from './CompanyStock.vue';
import { placeWords, readStock } from './stockItems.ts';
import { useCompanyStock } from '../../stores/companyStock.ts';

/** What is on hand for the job, in the van and in the shop: typed, or scanned line by line. It is used up before anything is bought. */
const session = useSession();
const lines = computed(() => session.result?.takeoff.lines ?? []);
/** All that can be on hand, whether the job needs it or not. */
const all = computed(() => stockItems(session.opened));
const names = computed(() => new Map([...lines.value, ...all.value].map((l) => [l.item, l.name])));
const needed = computed(() => new Set(lines.value.map((l) => l.item)));
const typed = ref('');
const where = ref<Stock['where']>('van');
const problem = ref('');
const list = useId();
const stock = computed(() =>
  Object.entries(session.opened.stock).map(([id, s]) => ({
    ...{ id, ...s },
    name: names.value.get(s.item) ?? s.item,
    isLength: isLengthItem(s.item),
    isNeeded: needed.value.has(s.item),
  })),
);
/** The field is free for the next scan at once; what is not taken comes back to it. */
async function add() {
  const text = typed.value;
  const read = readStock(text, lines.value, all.value);
  problem.value = read.ok ? '' : read.problem;
  if (!read.ok) return;
  const counted = { ...read.stock, where: where.value };
  typed.value = '';
  if (isForAll.value) return void company.add(counted);
  // Of scans that come while what makes changes is loaded, each counts on from the one before.
  const isTaken = await session.whenLoaded(() => count(counted));
  if (!isTaken && typed.value === '') typed.value = text;
}
/** A piece scanned once more is one more of the same; a coil is a coil of its own. */
function count(counted: Stock): boolean {
  const same = Object.entries(session.opened.stock).find(
    ([, s]) => s.item === counted.item && s.where === counted.where && s.count !== undefined,
  );
  return same && counted.count !== undefined
    ? session.edit('setStock', {
        stock: same[0],
        changes: { count: (same[1].count ?? 0) + counted.count },
      })
    : session.edit('addStock', counted);
}
const company = useCompanyStock();
const route = useRoute();
const job = computed(() => String(route.params['job']));
const isForAll = ref(false);
const isUnsent = computed(() => session.saving !== 'saved');
const places = stockPlaces.map((value) => ({ value, says: placeWords[value] }));
</script>

<template>
  <section aria-label="Stock">
    <form class="flex flex-wrap items-end gap-2" @submit.prevent="add">
      <div class="min-w-48 flex-1">
        <label class="text-sm text-quiet" :for="`${list}f`">On hand: name or code, and how much</label>
        <input
          :id="`${list}f`"
          v-model="typed"
          class="field text-base"
          autocomplete="off"
          placeholder="14/2 180 ft"
          :list="list"
          :aria-invalid="problem !== ''"
          :aria-describedby="problem ? `${list}p` : undefined"
        />
        <datalist :id="list">
          <option v-for="[item, name] in names" :key="item" :value="item">{{ name }}</option>
        </datalist>
      </div>
      <ChoiceField v-model="where" class="w-36" label="Where" :options="places" />
      <ChoiceField
        v-model="isForAll"
        class="w-36"
        label="For"
        :options="[
          { value: false, says: 'this job' },
          { value: true, says: 'all jobs' },
        ]"
      />
      <button class="key" type="submit">Count it</button>
    </form>
    <FieldProblem v-if="problem" :id="`${list}p`" :says="problem" />
    <p v-if="stock.length === 0" class="my-4 text-quiet">
      Nothing is counted yet. What is on the van or in the shop is used up before anything is bought.
    </p>
    <table v-else class="mt-3 w-full border-collapse">
      <thead class="text-left text-sm text-quiet">
        <tr>
          <th class="px-1 font-normal">What</th>
          <th class="px-1 font-normal">How much</th>
          <th class="px-1 font-normal">Where</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in stock" :key="s.id" class="border-b border-rule" :data-stock="s.item">
          <td class="px-1 py-1">
            {{ s.name }}
            <span v-if="!s.isNeeded" class="block text-sm text-quiet">this job needs none</span>
          </td>
          <td class="px-1 py-1">
            <div class="flex items-center gap-1">
              <NumberField
                class="w-20 md:w-28"
                :label="`${s.name}, ${s.isLength ? 'feet' : 'pieces'}`"
                hide-label
                :model-value="(s.isLength ? s.feet : s.count) ?? 0"
                :min="0"
                :max="100000"
                :whole="!s.isLength"
                @update:model-value="
                  (amount) =>
                    session.edit('setStock', {
                      stock: s.id,
                      changes: s.isLength ? { feet: amount } : { count: amount },
                    })
                "
              />
              <span class="text-sm text-quiet">{{ s.isLength ? 'ft' : '' }}</span>
            </div>
          </td>
          <td class="px-1 py-1">
            <ChoiceField
              class="w-28 md:w-36"
              :label="`${s.name}, where`"
              hide-label
              :model-value="s.where"
              :options="places"
              @update:model-value="
                (place) => session.edit('setStock', { stock: s.id, changes: { where: place } })
              "
            />
          </td>
          <td class="flex justify-end gap-1 px-1 py-1">
            <button
              class="key"
              type="button"
              :disabled="isUnsent"
              :aria-label="`Give ${s.name} back for all jobs`"
              @click="company.giveBack(job, s.id)"
            >
              Give back
            </button>
            <RemoveKey
              :says="`Take ${s.name} out of the stock`"
              @remove="session.edit('removeStock', { stock: s.id })"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <CompanyStock />
  </section>
</template>
