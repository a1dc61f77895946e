<script setup lang="ts">
import type { QuoteAnswer, Suppliers } from '@fieldchalk/contracts';
import { moneyWords, ruleBook } from '@fieldchalk/core';
import { nanoid } from 'nanoid';
import { computed, shallowRef } from 'vue';
import { useAttempt } from '../../people/attempt.ts';
import { call } from '../../session/api.ts';
import { usePriceBooks } from '../../stores/priceBooks.ts';
import { useSession } from '../../stores/session.ts';
import { today } from '../../words/today.ts';
import { quantityWords } from './orderRows.ts';
import { askedOf, pricesOf, quotedRows } from './quotes.ts';

/** Suppliers asked for quotes on what is left to buy, side by side; nothing is taken until it is said. */
const session = useSession();
const books = usePriceBooks();
const { says, isBusy, attempt } = useAttempt();
const answers = shallowRef<readonly QuoteAnswer[] | null>(null);
const lines = computed(() => session.result?.takeoff.lines ?? []);
const coilFeet = computed(() => ruleBook(session.opened.rules.values)('coil.feet'));
const quotes = computed(() => (answers.value ?? []).filter((a) => a.quote !== null));
const refusals = computed(() => (answers.value ?? []).filter((a) => a.quote === null));
const rows = computed(() => quotedRows(answers.value ?? [], lines.value, coilFeet.value));
const units = computed(() => new Map(lines.value.map((l) => [l.item, l.unit])));
const ask = () =>
  attempt(async () => {
    answers.value = await call<QuoteAnswer[]>('POST', '/quotes', askedOf(lines.value));
  });
/** Quotes become the suppliers’ prices; the list is shared among them from there. */
async function take() {
  const known = Object.entries(books.suppliers);
  const changes = quotes.value.flatMap(({ supplier, quote }): [string, Suppliers[string]][] => {
    if (!quote) return [];
    const [id, before] = known.find(([, s]) => s.name === supplier) ?? [nanoid(10), null];
    const prices = { ...before?.prices, ...pricesOf(quote, lines.value, today()) };
    return [[id, { name: supplier, freight: quote.freight, freeFrom: quote.freeFrom, prices }]];
  });
  await books.setSuppliers(Object.fromEntries(changes));
}
</script>

<template>
  <section v-if="lines.length > 0" aria-label="Quotes">
    <h2 class="heading">Quotes</h2>
    <div class="flex flex-wrap items-center gap-2">
      <button class="key" type="button" :disabled="isBusy" @click="ask">
        {{ isBusy ? 'Asking…' : 'Ask for quotes' }}
      </button>
      <button v-if="quotes.length > 0" class="key" type="button" @click="take">
        Take them as their prices
      </button>
      <span v-if="answers?.length === 0" class="text-quiet">This server knows no suppliers to ask.</span>
    </div>
    <p v-if="says" class="mt-1 text-trouble" role="alert">{{ says }}</p>
    <p v-for="r in refusals" :key="r.supplier" class="mt-1 text-trouble" role="alert">{{ r.says }}</p>
    <div v-if="quotes.length > 0" class="overflow-x-auto">
      <table class="mt-2 w-full border-collapse">
        <thead class="text-sm text-quiet">
          <tr>
            <th class="px-1 text-left font-normal">What</th>
            <th
              v-for="q in quotes"
              :key="q.supplier"
              class="px-1 text-right font-normal"
              :data-quoted="q.supplier"
            >
              {{ q.supplier }}<span class="block">until {{ q.quote?.validUntil }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="r in rows"
            :key="r.item"
            class="border-b border-rule align-baseline"
            :data-quote="r.item"
          >
            <td class="px-1 py-1">{{ r.name }}</td>
            <td v-for="(q, i) in r.quoted" :key="i" class="px-1 py-1 text-right md:whitespace-nowrap">
              <template v-if="q">
                <b v-if="i === r.best">{{ moneyWords(q.cents) }}</b>
                <template v-else>{{ moneyWords(q.cents) }}</template>
                <span class="block text-sm" :class="q.short === null ? 'text-quiet' : 'text-trouble'">{{
                  q.short === null
                    ? `in ${q.leadDays} ${q.leadDays === 1 ? 'day' : 'days'}`
                    : `${quantityWords(q.short, units.get(r.item) ?? 'each')} there, the rest in ${q.leadDays} days`
                }}</span>
              </template>
              <span v-else class="text-sm text-quiet">not sold</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
