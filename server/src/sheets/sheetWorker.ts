import { parentPort } from 'node:worker_threads';
import {
  changedSince,
  compute,
  Computer,
  type Plan,
  readPlanText,
  type SheetKind,
  withOptions,
} from '@fieldchalk/core';
import {
  type OfferAsked,
  offerPages,
  type Page,
  type PaperName,
  pdfOf,
  sheetPages,
  svgOf,
  type Turned,
} from '@fieldchalk/paper';

/** Sheets to make: the job as it is, or as it was stored, and as it stood when the set was issued before. */
export interface SheetsToMake {
  readonly plan: Plan | string;
  readonly before: string | null;
  readonly sheets: readonly SheetKind[];
  readonly paper: PaperName;
  readonly turned: Turned;
  readonly revision: string;
  readonly day: string;
}

/** A page for a customer to make: of the job with its options, and what was agreed before, with the options taken then. */
export interface OfferToMake {
  readonly plan: Plan | string;
  readonly before: {
    readonly plan: string;
    readonly taken: readonly string[];
    readonly cents: number;
  } | null;
  readonly offer: Omit<OfferAsked, 'agreed'>;
}

export interface MadePages {
  /** What the job is agreed for with a page for a customer; null of other sheets. */
  readonly cents: number | null;
  /** Names of items without a price in a page for a customer. */
  readonly unpriced: readonly string[];
  readonly pdf: Uint8Array;
  readonly pages: readonly {
    readonly sheet: string;
    readonly title: string;
    readonly width: number;
    readonly height: number;
    readonly svg: string;
  }[];
}
export type SheetsAnswered = MadePages | { readonly failed: string };
/** How far it is. */
export interface SheetsTold {
  readonly what: 'working out' | 'drawing' | 'writing';
  readonly done: number;
  readonly of: number;
}

const told = (how: SheetsTold) => parentPort?.postMessage({ told: how });

function planOf(stored: Plan | string): Plan {
  if (typeof stored !== 'string') return stored;
  const read = readPlanText(stored);
  if (!read.ok)
    throw new Error(`what was issued cannot be read any more: ${read.problems[0]?.message ?? ''}`);
  return read.plan;
}

async function make(asked: SheetsToMake): Promise<MadePages> {
  const { sheets, paper, turned, revision, day } = asked;
  told({ what: 'working out', done: 0, of: 1 });
  const plan = planOf(asked.plan);
  const computer = new Computer();
  const result = computer.compute(plan);
  const earlier = asked.before === null ? null : planOf(asked.before);
  const changed = earlier
    ? changedSince({ plan: earlier, result: compute(earlier) }, { plan, result })
    : new Set<string>();
  const pages = sheetPages(
    plan,
    computer,
    { sheets, paper, turned, revision, day },
    { changed, told: (done, of) => told({ what: 'drawing', done, of }) },
  );
  return { cents: null, unpriced: [], ...(await written(pages, plan.job.name, day)) };
}

async function makeOffer({ plan: given, before, offer }: OfferToMake): Promise<MadePages> {
  told({ what: 'working out', done: 0, of: 1 });
  const plan = planOf(given);
  const agreed = before && {
    cents: before.cents,
    plan: withOptions(planOf(before.plan), before.taken).plan,
  };
  const { pages, cents, unpriced, offer: figures } = offerPages(plan, new Computer(), { ...offer, agreed });
  const wrong = figures.options.find((o) => o.isTaken && o.wrong !== '')?.wrong ?? figures.wrong;
  if (wrong) throw new Error(`an option that is taken ${wrong}`);
  return { cents, unpriced, ...(await written(pages, plan.job.name, offer.day)) };
}

/** Pages as a PDF and as pictures. */
async function written(
  pages: readonly Page[],
  title: string,
  day: string,
): Promise<Omit<MadePages, 'cents' | 'unpriced'>> {
  const pdf = await pdfOf(pages, {
    ...{ title, day },
    onPage: (done, of) => {
      if (done % 10 === 0 || done === of) told({ what: 'writing', done, of });
    },
  });
  return {
    pdf: new Uint8Array(pdf),
    pages: pages.map((page) => {
      const { sheet, title: called, width, height } = page;
      return { sheet, title: called, width, height, svg: svgOf(page) };
    }),
  };
}

parentPort?.on('message', (asked: SheetsToMake | OfferToMake) => {
  ('offer' in asked ? makeOffer(asked) : make(asked))
    .catch((error: unknown) => ({ failed: (error as Error).message }))
    .then((answer: SheetsAnswered) => parentPort?.postMessage(answer))
    .catch(() => undefined);
});
