import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { edited, priced } from '../../testing/index.ts';
import { furnishedHouse } from '../../testing/furnishedHouse.ts';
import { Computer } from '../compute/index.ts';
import { makeEdit, makeEdits, type EditStep, editStep } from '../edits/index.ts';
import { nextId } from '../plan/ids.ts';
import { otherwiseOf } from '../plan/otherwise.ts';
import { readPlan } from '../plan/read.ts';
import type { Option, Plan } from '../plan/index.ts';
import {
  changeOrderOf,
  compareVersions,
  estimateFor,
  offerOf,
  scopeLines,
  unpricedIn,
  withOptions,
} from './index.ts';

const computer = new Computer();
const compute = (plan: Plan) => computer.compute(plan);
const versionOf = (plan: Plan) => ({ plan, result: compute(plan) });
const priceOf = (plan: Plan) => estimateFor(versionOf(plan)).price;

const cables = { 'cable-12/2': { cents: 90, per: 'ft' }, 'cable-14/2': { cents: 50, per: 'ft' } } as const;
const pricedStudy = () => priced(study(), cables);

/** What steps make of a plan, as an option keeps it. */
function changesOf(plan: Plan, steps: readonly EditStep[]): Option['changes'] {
  const done = makeEdits(plan, 'try', steps);
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return otherwiseOf(done.change.patches);
}
const twenty = (circuit: string) => editStep('setCircuit', { circuit, changes: { amps: 20, gauge: 12 } });
const offering = (plan: Plan, name: string, steps: readonly EditStep[]): Plan =>
  edited(plan, 'addOption', { name, changes: changesOf(plan, steps) });

describe('options', () => {
  test('20 A instead of 15 A is offered for what it adds, worked by hand: dearer cable and breaker with all that goes on top', () => {
    const plan = pricedStudy();
    const circuit = Object.keys(plan.circuits).find(
      (c) => plan.circuits[c]!.amps === 15 && !plan.circuits[c]!.existing,
    )!;
    const feet = compute(plan)
      .cuts.filter((c) => c.circuit === circuit && c.cable === '14/2')
      .reduce((sum, c) => sum + c.cut, 0);
    expect(feet).toBeGreaterThan(100);
    const offer = offerOf(offering(plan, '20 A', [twenty(circuit)]), compute);
    const [option] = offer.options;
    // Cable costs 40 cents a foot more. 10 % overhead on it, and 10 % profit on both. Other lines count the same pieces at one dollar, or come and go whole.
    const cable = (feet / 12) * 40 * 1.1 * 1.1;
    const comparison = compareVersions(
      versionOf(plan),
      versionOf(edited(plan, 'setCircuit', { circuit, changes: { amps: 20, gauge: 12 } })),
    );
    const others = comparison.lines
      .filter((l) => !l.item.startsWith('cable-'))
      .reduce((sum, l) => sum + (l.after - l.before) * 100 * 1.1 * 1.1, 0);
    expect(Math.abs(option!.cents! - (cable + others))).toBeLessThan(150);
    expect(option!.cents! % 100).toBe(0);
    expect(comparison.words.find((w) => w.includes('20 A instead of 15 A'))).toContain(
      '12 AWG instead of 14 AWG',
    );
  });

  test('figures add up as they were offered; all of it together is worked out besides', () => {
    const plan = pricedStudy();
    const own = Object.keys(plan.circuits).filter(
      (c) => plan.circuits[c]!.amps === 15 && !plan.circuits[c]!.existing,
    );
    const [room] = Object.keys(plan.rooms);
    const more = offering(offering(plan, '20 A', [twenty(own[0]!)]), 'A light more', [
      editStep('addCeilingBox', { room: room!, x: 40, y: -40, kind: 'light' }),
    ]);
    const offer = offerOf(more, compute, ['v1', 'v2']);
    expect(offer.options.map((o) => o.isTaken)).toEqual([true, true]);
    expect(offer.total).toBe(offer.price + offer.options[0]!.cents! + offer.options[1]!.cents!);
    expect(Math.abs(offer.together! - offer.total)).toBeLessThan(5000);
    expect(offer.price).toBe(Math.round(priceOf(more) / 100) * 100);
    // Nothing is taken by being offered.
    expect(Object.keys(more.boxes)).toEqual(Object.keys(plan.boxes));
  });

  test('what an option is without a price for is said, so that it does not look cheap', () => {
    const plan = pricedStudy();
    const { 'cable-12/2': _, ...prices } = plan.prices;
    const circuit = Object.keys(plan.circuits).find(
      (c) => plan.circuits[c]!.amps === 15 && !plan.circuits[c]!.existing,
    )!;
    const offered = offering({ ...plan, prices }, '20 A', [twenty(circuit)]);
    expect(offerOf(offered, compute).options[0]!.unpriced.map((u) => u.item)).toContain('cable-12/2');
    const order = changeOrderOf(
      { plan: offered, cents: 100_000 },
      edited(offered, 'takeOptions', { options: ['v1'] }),
      compute,
    );
    const missing = order.unpriced.map((u) => u.item);
    expect(missing).toContain('cable-12/2');
    // The work itself has all its prices; with the option taken it has not.
    expect(unpricedIn(offerOf(offered, compute), null)).toEqual([]);
    expect(unpricedIn(offerOf(offered, compute), null, true).map((u) => u.item)).toEqual(missing);
    expect(unpricedIn(offerOf(offered, compute, ['v1']), null).map((u) => u.item)).toEqual(missing);
    expect(unpricedIn(offerOf(offered, compute, ['v1']), order)).toEqual(order.unpriced);
  });

  test('an invented price is none to ask of a customer; nothing, for what the customer brings, is one', () => {
    const plan = pricedStudy();
    const breaker = plan.prices['breaker-15a-1p-afci']!;
    const of = (price: Plan['prices'][string]) =>
      offerOf({ ...plan, prices: { ...plan.prices, 'breaker-15a-1p-afci': price } }, compute).unpriced;
    expect(of({ ...breaker, on: 'invented' })).toEqual([
      { item: 'breaker-15a-1p-afci', name: 'Breaker, 15 A, 1 pole, AFCI', unit: 'each' },
    ]);
    expect(of({ ...breaker, cents: 0 })).toEqual([]);
  });

  test('taken, its work is in the plan and the option is gone; taken back, it is offered again', () => {
    const plan = pricedStudy();
    const steps = [editStep('addBox', { wall: 'w1', side: 'right', at: 30 })];
    const offered = offering(plan, 'One more', steps);
    const taken = edited(offered, 'takeOptions', { options: ['v1'] });
    expect(taken.options).toEqual({});
    expect(Object.keys(taken.boxes)).toHaveLength(Object.keys(plan.boxes).length + 1);
    expect(taken.boxes).toEqual(edited(plan, 'addBox', { wall: 'w1', side: 'right', at: 30 }).boxes);
    expect(readPlan(JSON.parse(JSON.stringify(taken)))).toMatchObject({ ok: true });
  });

  test('what was worked out in the plan becomes an option, and leaves the plan', () => {
    const plan = pricedStudy();
    const done = makeEdit(plan, 'addBox', { wall: 'w1', side: 'right', at: 30 });
    if (!done.ok) throw new Error('refused');
    const moved = makeEdit(done.plan, 'addOption', {
      name: 'One more',
      changes: otherwiseOf(done.change.patches),
      instead: otherwiseOf(done.change.inverse),
    });
    if (!moved.ok) throw new Error(JSON.stringify(moved.problems));
    expect(moved.plan.boxes).toEqual(plan.boxes);
    const offer = offerOf(moved.plan, compute);
    expect(offer.price).toBe(Math.round(priceOf(plan) / 100) * 100);
    expect(offer.options[0]!.cents).toBeGreaterThan(0);
  });

  test('an id of an option is nobody else’s meanwhile', () => {
    const plan = pricedStudy();
    const offered = offering(plan, 'One more', [editStep('addBox', { wall: 'w1', side: 'right', at: 30 })]);
    const box = nextId(plan, 'boxes');
    const other = edited(offered, 'addBox', { wall: 'w1', side: 'right', at: 60 });
    expect(other.boxes[box]).toBeUndefined();
    expect(Object.keys(edited(other, 'takeOptions', { options: ['v1'] }).boxes)).toHaveLength(
      Object.keys(plan.boxes).length + 2,
    );
  });

  test('one that fits no more says why, costs nothing, and stops no other', () => {
    const plan = pricedStudy();
    const circuit = Object.keys(plan.circuits)[0]!;
    const offered = offering(offering(plan, '20 A', [twenty(circuit)]), 'Another light', [
      editStep('addCeilingBox', { room: Object.keys(plan.rooms)[0]!, x: 40, y: -40, kind: 'light' }),
    ]);
    const gone = edited(offered, 'removeCircuit', { circuit });
    const { options, total, price, wrong } = offerOf(gone, compute, ['v1', 'v2']);
    expect(options[0]).toMatchObject({ cents: null });
    expect(options[0]!.wrong).toContain('“20 A”');
    expect(options[1]!.cents).toBeGreaterThan(0);
    expect(total).toBe(price + options[1]!.cents!);
    expect(wrong).not.toBe('');
    expect(withOptions(gone, ['v1']).plan).toBe(gone);
    const refused = makeEdit(gone, 'takeOptions', { options: ['v1'] });
    expect(refused).toMatchObject({ ok: false });
  });

  test.each([
    [{ op: 'replace', path: ['spent', 'boxes'], value: 900 }, 'no part of the work'],
    [{ op: 'replace', path: ['options', 'v9'], value: {} }, 'no part of the work'],
    [{ op: 'add', path: ['boxes', '__proto__'], value: {} }, 'not a name'],
    [{ op: 'remove', path: ['walls'] }, 'a part every plan has'],
    [{ op: 'add', path: ['boxes', 'b1'], value: {} }, 'there already'],
    [{ op: 'add', path: ['boxes', 'b900'], value: { gangs: 1 } }, 'on'],
    [{ op: 'replace', path: ['circuits', 'c1', 'amps'], value: -4 }, ''],
  ] as const)('an option out of a file that asks for what it may not is refused: %j', (change, says) => {
    const plan = edited(pricedStudy(), 'addOption', { name: 'Odd', changes: [change as never] });
    const done = makeEdit(plan, 'takeOptions', { options: ['v1'] });
    expect(done.ok).toBe(false);
    if (!done.ok) expect(JSON.stringify(done.problems)).toContain(says);
    expect(offerOf(plan, compute).options[0]!.cents).toBeNull();
  });
});

test('an entry an option gives whole is read as the plan reads it, with what it leaves to the defaults', () => {
  const plan = edited(pricedStudy(), 'addOption', {
    name: 'Whole',
    changes: [
      { op: 'replace', path: ['rooms', 'r1'], value: { level: 'L1', x: 60, y: -60, name: 'Den' } },
      { op: 'add', path: ['models', 'model7'], value: { name: 'Deep', volume: 25, width: 2.25, depth: 3.6 } },
    ],
  });
  const taken = edited(plan, 'takeOptions', { options: ['v1'] });
  expect(taken.rooms['r1']).toMatchObject({ name: 'Den', use: expect.any(String) as string });
  expect(readPlan(JSON.parse(JSON.stringify(taken)))).toEqual({ ok: true, plan: taken });
});

describe('versions beside each other', () => {
  test('a plan beside itself has nothing otherwise', () => {
    const version = versionOf(pricedStudy());
    const { words, lines, changed, gone, money } = compareVersions(version, version);
    expect([words, lines, changed, gone]).toEqual([[], [], [], []]);
    expect(money.before).toEqual(money.after);
  });

  test('differences of lines add up to the difference of the material, on random houses', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const house = edited(furnishedHouse(seed), 'propose', {});
      const boxes = [...new Set(Object.values(house.devices).map((d) => d.box))]
        .filter((b) => !house.boxes[b]!.existing)
        .slice(0, 2);
      expect(boxes).toHaveLength(2);
      const fewer = edited(house, 'removeBoxes', { boxes });
      const all = [house, fewer].flatMap((p) => compute(p).takeoff.lines);
      const prices = Object.fromEntries(
        all.map((l, i) => [l.item, { cents: 35 + 7 * i, per: l.unit } as const]),
      );
      const [plan, after] = [house, fewer].map((p) => ({ ...p, prices })) as [Plan, Plan];
      const { lines, money, gone, words } = compareVersions(versionOf(plan), versionOf(after));
      const known = lines.reduce((sum, l) => sum + l.cents!, 0);
      expect(known, `seed ${seed}`).toBe(money.after.material - money.before.material);
      expect(gone, `seed ${seed}`).toEqual(expect.arrayContaining(boxes));
      expect(words.join(' '), `seed ${seed}`).toMatch(/instead of|no .* any more/);
    }
  });

  test('what is new in a room is said in words', () => {
    const plan = pricedStudy();
    const [room] = Object.keys(plan.rooms);
    const after = edited(plan, 'addCeilingBox', { room: room!, x: 40, y: -40, kind: 'fan' });
    const { words } = compareVersions(versionOf(plan), versionOf(after));
    expect(words[0]).toBe(`${plan.rooms[room!]!.name}: 1 fan, new.`);
    expect(compareVersions(versionOf(after), versionOf(plan)).words[0]).toBe(
      `${plan.rooms[room!]!.name}: no fan any more (1 before).`,
    );
    const rule = edited(plan, 'setRule', { rule: 'circuit.general', value: 20 });
    expect(compareVersions(versionOf(plan), versionOf(rule)).words[0]).toMatch(/20.*before.*15/);
  });
});

describe('a change order', () => {
  test('is worked out at today’s prices on both sides: what got dearer meanwhile is no work', () => {
    const plan = pricedStudy();
    const dearer: Plan = {
      ...plan,
      prices: Object.fromEntries(
        Object.entries(plan.prices).map(([i, p]) => [i, { ...p, cents: p.cents * 2 }]),
      ),
    };
    const none = changeOrderOf({ plan, cents: 500_000 }, dearer, compute);
    expect(none).toMatchObject({ before: 500_000, difference: 0, after: 500_000 });
    const [room] = Object.keys(plan.rooms);
    const more = edited(dearer, 'addCeilingBox', { room: room!, x: 40, y: -40, kind: 'fan' });
    const order = changeOrderOf({ plan, cents: 500_000 }, more, compute);
    const price = priceOf(more) - priceOf(dearer);
    expect(order.difference).toBe(Math.round(price / 100) * 100);
    expect(order.difference).toBeGreaterThan(0);
    expect(order.after).toBe(500_000 + order.difference);
    expect(order.comparison.words).not.toEqual([]);
  });
});

test('the work as the customer reads it names every new device once, room by room', () => {
  const plan = pricedStudy();
  const fresh = Object.values(plan.devices).filter((d) => !plan.boxes[d.box]!.existing);
  const lines = scopeLines(plan);
  const counted = lines
    .filter((l) => !l.where.startsWith('New'))
    .flatMap((l) => [...l.what.matchAll(/(\d+) /g)].map((m) => Number(m[1])))
    .reduce((a, b) => a + b, 0);
  expect(counted).toBe(fresh.length);
});
