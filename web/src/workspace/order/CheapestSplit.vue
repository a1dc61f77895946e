<script setup lang="ts">
import { aloneAt, cheapestSplit, editStep, moneyWords, ruleBook } from '@fieldchalk/core';
import { computed } from 'vue';
import { usePriceBooks } from '../../stores/priceBooks.ts';
import { useSession } from '../../stores/session.ts';

/** The list shared among the suppliers for the least money, beside what each would take alone. */
const session = useSession();
const books = usePriceBooks();
const suppliers = computed(() =>
  Object.values(books.suppliers).filter((s) => Object.keys(s.prices).length > 0),
);
const lines = computed(() => session.result?.takeoff.lines ?? []);
const names = computed(() => new Map(lines.value.map((l) => [l.item, l.name])));
const coilFeet = computed(() => ruleBook(session.opened.rules.values)('coil.feet'));
const split = computed(() => cheapestSplit(lines.value, suppliers.value, coilFeet.value));
const alone = computed(() =>
  suppliers.value.map((s) => ({
    name: s.name,
    ...aloneAt(lines.value, s, coilFeet.value),
    order: split.value.orders.find((o) => o.supplier === s.name),
  })),
);
const linesWords = (n: number) => (n === 1 ? '1 line' : `${n} lines`);
/** The job is priced by who sells each line. */
function take() {
  const steps = split.value.orders.flatMap(({ supplier, lines: own }) => {
    const { prices = {} } = suppliers.value.find((s) => s.name === supplier) ?? {};
    return own.flatMap(({ item }) => {
      const price = prices[item];
      return price ? [editStep('setPrice', { item, ...price, supplier })] : [];
    });
  });
  session.editAll('take suppliers’ prices', steps);
}
</script>

<template>
  <section v-if="suppliers.length > 0 && lines.length > 0" aria-label="Who sells it for the least">
    <h2 class="heading">Who sells it for the least</h2>
    <table class="w-full border-collapse">
      <thead class="text-left text-sm text-quiet">
        <tr>
          <th class="px-1 font-normal">Supplier</th>
          <th class="px-1 text-right font-normal">Alone</th>
          <th class="px-1 text-right font-normal">Goods, shared</th>
          <th class="px-1 text-right font-normal">Freight</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="a in alone" :key="a.name" class="border-b border-rule align-baseline" :data-alone="a.name">
          <td class="px-1 py-1">{{ a.name }}</td>
          <td class="px-1 py-1 text-right">
            {{ moneyWords(a.cents) }}
            <span v-if="a.missing > 0" class="block text-sm text-trouble"
              >{{ linesWords(a.missing) }} not sold</span
            >
          </td>
          <td class="px-1 py-1 text-right">
            <template v-if="a.order"
              >{{ moneyWords(a.order.goods)
              }}<span class="block text-sm text-quiet">{{ linesWords(a.order.lines.length) }}</span></template
            ><template v-else>nothing</template>
          </td>
          <td class="px-1 py-1 text-right">{{ a.order ? moneyWords(a.order.freight) : '' }}</td>
        </tr>
        <tr class="border-t-2 border-ink font-bold">
          <td class="px-1 py-1">Together</td>
          <td></td>
          <td class="px-1 py-1 text-right" colspan="2" data-split>{{ moneyWords(split.cents) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="split.unpriced.length > 0" class="mt-1 text-sm text-trouble">
      {{ linesWords(split.unpriced.length) }} that nobody has a price for:
      {{
        split.unpriced
          .slice(0, 4)
          .map((item) => names.get(item) ?? item)
          .join('; ')
      }}{{ split.unpriced.length > 4 ? ' …' : '' }}
    </p>
    <button v-if="split.orders.length > 0" class="key mt-2" type="button" @click="take">
      Price the job so
    </button>
    <details v-for="o in split.orders" :key="o.supplier" class="mt-2" :data-order="o.supplier">
      <summary class="cursor-pointer font-bold">
        Order to {{ o.supplier }}: {{ linesWords(o.lines.length) }}
      </summary>
      <div v-for="l in o.lines" :key="l.item" class="row">
        <span>{{ names.get(l.item) ?? l.item }}</span><b>{{ moneyWords(l.cents) }}</b>
      </div>
    </details>
  </section>
</template>
