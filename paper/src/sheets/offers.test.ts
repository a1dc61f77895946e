import { describe, expect, test } from 'vitest';
import {
  Computer,
  makeEdit,
  type EditArgs,
  type EditName,
  moreWords,
  offerOf,
  type Plan,
  priceWords,
} from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import { faultsOf, wordsOn } from '../testing/faults.ts';
import type { Page } from '../layout/page.ts';
import { offerPages, type OfferAsked } from './offers.ts';

function edited<N extends EditName>(plan: Plan, name: N, args: EditArgs<N>): Plan {
  const done = makeEdit(plan, name, args);
  if (!done.ok) throw new Error(done.problems.map((p) => p.message).join());
  return done.plan;
}
const bare = marlStreet();
const circuit = Object.keys(bare.circuits).find(
  (c) => bare.circuits[c]!.amps === 15 && !bare.circuits[c]!.existing,
)!;
const plan = edited(
  edited(bare, 'addOption', {
    name: 'A panel schedule by name',
    says: 'Every circuit is written out.',
    changes: [{ op: 'replace', path: ['circuits', circuit, 'name'], value: 'By name' }],
  }),
  'addOption',
  {
    name: 'Breaker of 20 A',
    changes: [
      { op: 'replace', path: ['circuits', circuit, 'amps'], value: 20 },
      { op: 'replace', path: ['circuits', circuit, 'gauge'], value: 12 },
    ],
  },
);
const asked = (more: Partial<OfferAsked> = {}): OfferAsked => ({
  ...{ paper: 'letter', turned: 'portrait', day: '2026-11-29', number: 1 },
  ...{ taken: [], agreed: null, reason: '', signer: '' },
  ...more,
});
const textOf = (pages: readonly Page[]) => pages.flatMap((p) => wordsOn(p).map((w) => w.text)).join(' ');

describe('the page a customer signs', () => {
  test('has the work, every option at what it adds, and a total that adds up; of cost, hours and profit nothing', () => {
    const computer = new Computer();
    const { pages, offer, cents } = offerPages(plan, computer, asked({ taken: ['v2'] }));
    const text = textOf(pages);
    expect(text).toContain('Kitchen');
    expect(text).toContain(`☐ A panel schedule by name Every circuit is written out. no more`);
    expect(text).toContain(`☒ Breaker of 20 A ${moreWords(offer.options[1]!.cents!)}`);
    expect(text).toContain(`All together ${priceWords(cents)}`);
    expect(cents).toBe(offerOf(plan, (p) => computer.compute(p), ['v2']).total);
    expect(text).toContain('until 2026-12-29');
    expect(text).not.toMatch(/overhead|profit|labour|\d h\b/i);
    expect(text).toContain('Local code and the authority having jurisdiction decide');
  });

  test.each([
    { paper: 'letter', turned: 'landscape' },
    { paper: 'a4', turned: 'portrait' },
  ] as const)('no word is clipped or over another: $paper $turned', (on) => {
    const said = 'We look forward to it. '.repeat(20).slice(0, 400);
    const worded = edited(plan, 'setProposal', { changes: { opening: said, excluded: `${said}\n${said}` } });
    const later = edited(worded, 'removeBoxes', { boxes: [Object.keys(plan.boxes)[5]!] });
    const one = offerPages(worded, new Computer(), asked({ ...on, signer: 'A. Customer' }));
    const agreed = { plan: worded, cents: 1_200_000 };
    const two = offerPages(later, new Computer(), asked({ ...on, number: 2, agreed, reason: said }));
    const pages = [...one.pages, ...two.pages];
    expect(pages.length).toBeGreaterThan(2);
    expect(pages.flatMap(faultsOf)).toEqual([]);
  });
});

describe('what has no price for all of it', () => {
  const draft = /A draft, not to be signed: there is no price yet for \d+ items? of it/;
  const both = edited(plan, 'addOption', {
    name: 'Both protections',
    changes: [{ op: 'replace', path: ['circuits', circuit, 'protection'], value: 'dual' }],
  });
  const made = (of: Plan, more: Partial<OfferAsked> = {}) => {
    const { pages, unpriced, cents } = offerPages(of, new Computer(), asked(more));
    return { text: textOf(pages), unpriced, cents };
  };

  test('an option is printed without a figure and with nothing to tick, and the rest can be signed', () => {
    const { text, unpriced } = made(both);
    expect(text).toContain('– Both protections price to follow');
    expect(text).toMatch(/All together \$/);
    expect(text).toContain('Signature');
    expect(unpriced).toEqual([]);
  });

  test('taken, it makes a draft without a sum, and with nowhere to sign', () => {
    const { text, unpriced } = made(both, { taken: ['v3'] });
    expect(unpriced).toEqual(['Breaker, 15 A, 1 pole, dual function']);
    expect(text).toMatch(draft);
    expect(text).toContain('Proposal, a draft');
    expect(text).toContain('All together price to follow');
    expect(text).not.toContain('Signature');
  });

  const { 'cable-12/2': _, ...fewer } = plan.prices;
  const short = { ...plan, prices: fewer };

  test('of the work itself no figure is shown that is too low', () => {
    const { text, unpriced } = made(short);
    expect(text).toContain('The work price to follow');
    expect(text).toMatch(draft);
    expect(unpriced.join()).toContain('12/2');
    const low = offerOf(short, (p) => new Computer().compute(p)).price;
    expect(text).not.toContain(priceWords(low));
  });

  test('a change order too; with the rest priced, a change of other things has its figures', () => {
    const agreed = { plan: both, cents: 1_200_000 };
    const { text, unpriced } = made(both, { number: 2, agreed, taken: ['v3'] });
    expect(text).toContain('Agreed before $12,000');
    expect(text).toContain('This change price to follow');
    expect(text).toContain('Agreed with it price to follow');
    expect(unpriced).toEqual(['Breaker, 15 A, 1 pole, dual function']);
    const other = edited(both, 'setCircuit', { circuit, changes: { name: 'Otherwise' } });
    expect(made(other, { number: 2, agreed }).text).toMatch(/Agreed with it \$/);
  });

  test('what was signed before stands at what it was signed for', () => {
    const { text, unpriced, cents } = made(short, { signer: 'A. Customer' });
    expect(unpriced).toEqual([]);
    expect(text).toContain(`All together ${priceWords(cents)}`);
    expect(text).toContain('Agreed by A. Customer');
  });
});

describe('a change order', () => {
  const box = Object.keys(plan.boxes).find((b) => !plan.boxes[b]!.existing && 'wall' in plan.boxes[b]!.on)!;
  const agreed = { plan, cents: 1_200_000 };

  test('says what is otherwise, both prices, and clouds what goes on the plan as it was', () => {
    const later = edited(plan, 'removeBoxes', { boxes: [box] });
    const { pages, order, cents } = offerPages(
      later,
      new Computer(),
      asked({ number: 3, agreed, reason: 'The wall stays closed.' }),
    );
    const text = textOf(pages);
    expect(text).toContain('Change order 2');
    expect(text).toContain('The wall stays closed.');
    expect(text).toContain('Agreed before $12,000');
    expect(text).toContain(`This change ${moreWords(order!.difference)}`);
    expect(text).toContain(`Agreed with it ${priceWords(1_200_000 + order!.difference)}`);
    expect(cents).toBe(order!.after);
    expect(pages.map((p) => p.title).join()).toContain('Before, with clouds around what goes');
    expect(order!.comparison.gone).toContain(box);
  });

  test('with nothing otherwise it says so and changes no price', () => {
    const { pages, cents } = offerPages(plan, new Computer(), asked({ number: 2, agreed }));
    expect(textOf(pages)).toContain('Nothing of the work.');
    expect([cents, pages.length]).toEqual([1_200_000, 1]);
  });

  test('takes options up later: the work changes with them, and the page says which circuit', () => {
    const { pages } = offerPages(plan, new Computer(), asked({ number: 2, agreed, taken: ['v2'] }));
    expect(textOf(pages)).toContain('20 A instead of 15 A');
  });

  test('the same job, options and day give the same pages', () => {
    const made = () => JSON.stringify(offerPages(plan, new Computer(), asked({ taken: ['v1'] })).pages);
    expect(made()).toBe(made());
  });
});
