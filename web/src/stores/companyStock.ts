import type { CompanyStock } from '@fieldchalk/contracts';
import type { Stock } from '@fieldchalk/core';
import { nanoid } from 'nanoid';
import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import { useAttempt } from '../people/attempt.ts';
import { call } from '../session/api.ts';

/** What the company has that no job has taken, as the server has it. */
export const useCompanyStock = defineStore('companyStock', () => {
  const stock = shallowRef<CompanyStock>({});
  const { says, attempt } = useAttempt();
  const fetched = () => call<CompanyStock>('GET', '/stock');
  const answered = (ask: () => Promise<CompanyStock>) =>
    attempt(async () => {
      try {
        stock.value = await ask();
      } catch (error) {
        // What was refused may be gone: what there is now is shown beside why.
        stock.value = await fetched().catch(() => stock.value);
        throw error;
      }
    });
  return {
    ...{ stock, says },
    load: () => answered(fetched),
    /** Counts an entry anew; null takes it out. */
    set: (id: string, entry: Stock | null) =>
      answered(() => call<CompanyStock>('POST', '/stock/changes', { stock: { [id]: entry } })),
    /** Counts something more: pieces to those of their kind in the same place. */
    add: (entry: Stock) => {
      const same = Object.entries(stock.value).find(
        ([, s]) => s.item === entry.item && s.where === entry.where && s.count !== undefined,
      );
      const [id, own] = same ?? [nanoid(10), undefined];
      const counted = own ? { ...own, count: (own.count ?? 0) + (entry.count ?? 0) } : entry;
      return answered(() => call<CompanyStock>('POST', '/stock/changes', { stock: { [id]: counted } }));
    },
    take: (job: string, id: string, count?: number) =>
      answered(() => call<CompanyStock>('POST', `/jobs/${job}/stock/taken`, { stock: id, count })),
    giveBack: (job: string, id: string) =>
      answered(() => call<CompanyStock>('POST', `/jobs/${job}/stock/back`, { stock: id })),
  };
});
