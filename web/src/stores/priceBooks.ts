import type { Suppliers } from '@fieldchalk/contracts';
import type { Plan } from '@fieldchalk/core';
import type { PriceFile } from '@fieldchalk/core/sheets';
import { nanoid } from 'nanoid';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { useAttempt } from '../people/attempt.ts';
import { call } from '../session/api.ts';

/** The company’s price book and what its suppliers ask, as the server has them. */
export const usePriceBooks = defineStore('priceBooks', () => {
  const book = shallowRef<Plan['prices']>({});
  const suppliers = shallowRef<Suppliers>({});
  const { says, attempt } = useAttempt();

  const load = () =>
    attempt(async () => {
      [book.value, suppliers.value] = await Promise.all([
        call<Plan['prices']>('GET', '/prices'),
        call<Suppliers>('GET', '/suppliers'),
      ]);
    });
  const setPrices = (prices: Readonly<Record<string, Plan['prices'][string] | null>>) =>
    attempt(async () => {
      book.value = await call<Plan['prices']>('POST', '/prices/changes', { prices });
    });
  const setSuppliers = (changes: Readonly<Record<string, Suppliers[string] | null>>) =>
    attempt(async () => {
      suppliers.value = await call<Suppliers>('POST', '/suppliers/changes', { suppliers: changes });
    });
  const addSupplier = (name: string) =>
    setSuppliers({ [nanoid(10)]: { name: name.trim(), freight: 0, freeFrom: null, prices: {} } });

  /** Takes what a file says: items it names are set anew, others stay; suppliers are known by their names. */
  async function take({ own, suppliers: sold }: PriceFile): Promise<void> {
    const known = Object.entries(suppliers.value);
    const changes = Object.fromEntries(
      Object.entries(sold).map(([name, prices]): [string, Suppliers[string]] => {
        const same = known.find(([, s]) => s.name.toLowerCase() === name.toLowerCase());
        const [id, before] = same ?? [nanoid(10), { name, freight: 0, freeFrom: null, prices: {} }];
        return [id, { ...before, prices: { ...before.prices, ...prices } }];
      }),
    );
    // What may be refused, too many suppliers, goes first.
    if (Object.keys(changes).length > 0) await setSuppliers(changes);
    if (Object.keys(own).length > 0 && says.value === '') await setPrices(own);
  }

  /** What is in the books, as it goes into a file. */
  const file = computed((): PriceFile => ({
    own: book.value,
    suppliers: Object.fromEntries(Object.values(suppliers.value).map((s) => [s.name, s.prices])),
  }));
  return {
    ...{ book, suppliers, says, file },
    ...{ load, setPrices, setSuppliers, addSupplier, take },
  };
});
