import {
  type AgreedBefore,
  atPricesOf,
  changeOrderOf,
  type ChangeOrder,
  Computer,
  countWords,
  dayAfter,
  moreWords,
  type Offer,
  type OfferedOption,
  offerOf,
  offerTitle,
  type Plan,
  priceWords,
  ruleBook,
  scopeLines,
  unpricedIn,
  withOptions,
} from '@fieldchalk/core';
import { caution, column, heading, table, text, type Block } from '../layout/blocks.ts';
import type { Page, PaperName, Turned } from '../layout/page.ts';
import { type MadeSheet, sheetJob, type SheetJob, sheetOf } from './job.ts';
import { planSheets } from './plans.ts';
import { stamped } from './stamp.ts';

/** A page for a customer to sign: a proposal, or where something was agreed before, a change of that. */
export interface OfferAsked {
  readonly paper: PaperName;
  readonly turned: Turned;
  /** As 2026-11-28. */
  readonly day: string;
  /** Which it is: 1 is the proposal, what is agreed after it are change orders. */
  readonly number: number;
  /** Options the customer chooses. */
  readonly taken: readonly string[];
  readonly agreed: AgreedBefore | null;
  /** Why something is otherwise now. */
  readonly reason: string;
  /** Who signed; empty for a page that is not signed yet. */
  readonly signer: string;
}

/** Its pages, and the figures that stand on them. */
export interface OfferMade {
  readonly pages: readonly Page[];
  readonly offer: Offer;
  readonly order: ChangeOrder | null;
  /** What the whole job is agreed for with it, in cents. */
  readonly cents: number;
  /** Names of lines in it that have no price. It is a draft then, and shows no figure that is too low. */
  readonly unpriced: readonly string[];
}

const money = { align: 'right', bold: true } as const;

const titleOf = ({ number }: OfferAsked, unpriced: readonly string[]): string =>
  unpriced.length > 0 ? `${offerTitle(number)}, a draft` : offerTitle(number);

function aboutBlock({ job, proposal }: Plan, { day, number }: OfferAsked): Block {
  const holds = number === 1 && day !== '' ? `until ${dayAfter(day, proposal.validDays)}` : '';
  const rows = [
    ['For', job.customer],
    ['Job', job.name],
    ['At', job.address],
    ['Day', day],
    ['Holds', holds],
  ].filter(([, value]) => value !== '');
  return table([column('', 2, { bold: true }), column('', 10)], rows);
}

/** Words as they were written, a block for every line. */
const written = (words: string): Block[] =>
  words
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => text(line, 9.5));

/** An amount of what has a price for all of it. What was signed stands at what it was signed for. */
const figure = (words: string, unpriced: readonly unknown[], isSigned: boolean): string =>
  unpriced.length === 0 || isSigned ? words : 'price to follow';

const optionFigure = ({ cents, unpriced, isTaken }: OfferedOption, { signer }: OfferAsked): string =>
  figure(moreWords(cents ?? 0), unpriced, isTaken && signer !== '');

/** Options to be ticked; one whose price is not known yet has nothing to tick. */
function optionBlocks({ options }: Offer, asked: OfferAsked): Block[] {
  const open = options.filter((o) => o.cents !== null);
  if (open.length === 0) return [];
  const box = (o: OfferedOption) => (o.unpriced.length > 0 ? '–' : '☐');
  return [
    heading('You may choose'),
    table(
      [column('', 0.8, { bold: true }), column('Option', 5), column('', 8), column('More', 2, money)],
      open.map((o) => [o.isTaken ? '☒' : box(o), o.name, o.says, optionFigure(o, asked)]),
    ),
  ];
}

const priceTable = (rows: readonly (readonly [string, string])[]): Block =>
  table([column('', 12), column('', 3, money)], rows);

function signBlocks({ signer, day }: OfferAsked, { unpriced }: Pick<OfferMade, 'unpriced'>): Block[] {
  if (unpriced.length > 0)
    return [
      caution(
        `A draft, not to be signed: there is no price yet for ${countWords(unpriced.length, 'item')} of it.`,
      ),
    ];
  const rows =
    signer === ''
      ? [
          ['\nName', '', '\nDay', ''],
          ['\n\nSignature', '', '', ''],
        ]
      : [['Agreed by', signer, 'Day', day]];
  return [
    heading('Agreed'),
    table([column('', 2, { bold: true }), column('', 8), column('', 1, { bold: true }), column('', 3)], rows),
  ];
}

const law = caution(
  'The work is done by licensed people under a permit. Local code and the authority having jurisdiction decide what it must be; what they ask for besides is a change.',
);

const taxWords = (plan: Plan): Block[] =>
  ruleBook(plan.rules.values)('cost.tax') > 0 ? [text('Sales tax is in the price.')] : [];

function proposalSheet(
  job: SheetJob,
  { offer, unpriced }: Pick<OfferMade, 'offer' | 'unpriced'>,
  asked: OfferAsked,
): MadeSheet {
  const { plan } = job;
  const isSigned = asked.signer !== '';
  const { opening, excluded } = plan.proposal;
  const taken = offer.options.filter((o) => o.isTaken && o.cents !== null);
  return sheetOf(job, 'proposal', titleOf(asked, unpriced), [
    aboutBlock(plan, asked),
    ...written(opening),
    heading('The work'),
    table(
      [column('', 3, { bold: true }), column('', 12)],
      scopeLines(plan).map(({ where, what }) => [where, what]),
    ),
    ...optionBlocks(offer, asked),
    heading('Price'),
    priceTable([
      ['The work', figure(priceWords(offer.price), offer.unpriced, isSigned)],
      ...taken.map((o) => [o.name, optionFigure(o, asked)] as const),
      ['All together', figure(priceWords(offer.total), unpriced, isSigned)],
    ]),
    ...taxWords(plan),
    ...(excluded === '' ? [] : [heading('Not in the price'), ...written(excluded)]),
    law,
    ...signBlocks(asked, { unpriced }),
  ]);
}

const amount = (n: number) => n.toLocaleString('en-US', { maximumFractionDigits: 2 });

/** What of the material and the hours is otherwise, without what it costs. */
function takesBlocks({ comparison: { lines, hours } }: ChangeOrder): Block[] {
  const other = hours.filter((h) => h.before !== h.after);
  const columns = (what: string) => [
    column(what, 8),
    column('Before', 2, { align: 'right' }),
    column('Now', 2, { align: 'right' }),
    column('', 1),
  ];
  return [
    ...(lines.length === 0
      ? []
      : [
          heading('Material'),
          table(
            columns('Item'),
            lines.map((l) => [l.name, amount(l.before), amount(l.after), l.unit === 'each' ? '' : l.unit]),
          ),
        ]),
    ...(other.length === 0
      ? []
      : [
          heading('Hours'),
          table(
            columns('Stage'),
            other.map((h) => [h.stage, amount(h.before), amount(h.after), 'h']),
          ),
        ]),
  ];
}

function changeSheet(
  job: SheetJob,
  { order, unpriced }: { readonly order: ChangeOrder; readonly unpriced: readonly string[] },
  asked: OfferAsked,
): MadeSheet {
  const isSigned = asked.signer !== '';
  const { words } = order.comparison;
  return sheetOf(job, 'change order', titleOf(asked, unpriced), [
    aboutBlock(job.plan, asked),
    ...written(asked.reason),
    heading('What is otherwise'),
    ...(words.length === 0 ? [text('Nothing of the work.')] : words.map((w) => text(w, 9.5))),
    heading('Price'),
    priceTable([
      ['Agreed before', priceWords(order.before)],
      ['This change', figure(moreWords(order.difference), unpriced, isSigned)],
      ['Agreed with it', figure(priceWords(order.after), unpriced, isSigned)],
    ]),
    ...taxWords(job.plan),
    law,
    ...signBlocks(asked, { unpriced }),
    ...takesBlocks(order),
  ]);
}

/** The level a box or a panel is on. */
function levelOf(plan: Plan, id: string): string | undefined {
  const on = plan.boxes[id]?.on ?? plan.panels[id]?.on;
  if (!on) return undefined;
  if ('wall' in on) return plan.points[plan.walls[on.wall]?.from ?? '']?.level;
  return plan.rooms['ceiling' in on ? on.ceiling : on.floor]?.level;
}

/** Plans with clouds around boxes, or where no box is otherwise around cables: of the levels that have one. */
function cloudedSheets(job: SheetJob, told: string): MadeSheet[] {
  const { plan, changed } = job;
  const boxes = [...changed].filter((id) => plan.boxes[id]);
  const ends = [...changed].flatMap((id) => plan.runs[id]?.from ?? []);
  const of = new Set((boxes.length > 0 ? boxes : ends).flatMap((id) => levelOf(plan, id) ?? []));
  return planSheets(job, boxes.length > 0 ? 'boxes' : 'runs', { told: `${told} · `, of });
}

/** The pages a customer signs. The plan is the job with its options still in it; `agreed` is what a change order changes. */
export function offerPages(plan: Plan, computer: Computer, asked: OfferAsked): OfferMade {
  const { agreed, taken } = asked;
  const compute = (of: Plan) => computer.compute(of);
  const offer = offerOf(plan, compute, taken);
  const { plan: now } = withOptions(
    plan,
    offer.options.filter((o) => o.isTaken && o.cents !== null).map((o) => o.id),
  );
  const set = {
    paper: asked.paper,
    turned: asked.turned,
    revision: offerTitle(asked.number),
    day: asked.day,
  };
  const missing = (order: ChangeOrder | null) =>
    asked.signer === '' ? unpricedIn(offer, order).map((u) => u.name) : [];
  if (agreed === null) {
    const job = sheetJob(plan, computer, set, new Set());
    const unpriced = missing(null);
    const { pages } = proposalSheet(job, { offer, unpriced }, asked);
    return { pages: stamped(pages, job), offer, order: null, cents: offer.total, unpriced };
  }
  const order = changeOrderOf(agreed, now, compute);
  const unpriced = missing(order);
  const { changed, gone } = order.comparison;
  const job = sheetJob(now, computer, set, new Set(changed));
  const before = sheetJob(atPricesOf(agreed.plan, now), new Computer(), set, new Set(gone));
  const sheets = [
    changeSheet(job, { order, unpriced }, asked),
    ...(gone.length > 0 ? cloudedSheets(before, 'Before, with clouds around what goes') : []),
    ...(changed.length > 0 ? cloudedSheets(job, 'Now, with clouds around what is otherwise') : []),
  ];
  return {
    pages: stamped(
      sheets.flatMap((s) => s.pages),
      job,
    ),
    ...{ offer, order, cents: order.after, unpriced },
  };
}
