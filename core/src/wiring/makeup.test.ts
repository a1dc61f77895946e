import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { ruleBook, type RuleId } from '../rules/index.ts';
import { computed, planOf } from '../../testing/index.ts';
import type { Gauge } from '../materials/index.ts';
import { connectorFor, screwOf, type Joint } from './index.ts';
import { netId } from './nets.ts';

describe('the connector that fits: common practice, no source', () => {
  test.each([
    ['14 14', 'small'],
    ['14 14 14', 'small'],
    ['12 12', 'small'],
    ['12 12 12', 'middle'],
    ['12 12 12 12', 'middle'],
    ['14 14 14 14', 'middle'],
    ['14 14 14 14 14', 'middle'],
    ['14 14 14 14 14 14', 'large'],
    ['12 12 12 12 12', 'large'],
    ['12 14 14', 'middle'],
  ])('%s: %s', (sizes, size) => expect(connectorFor(sizes.split(' ').map(Number) as Gauge[])).toBe(size));
});

test('screws: brass for hot, silver for neutral, dark for the common', () =>
  expect(
    ['hot', 'load hot', 'in', 'neutral', 'line neutral', 'common', 'traveller 1'].map((n) =>
      screwOf(n as 'hot'),
    ),
  ).toEqual(['brass', 'brass', 'brass', 'silver', 'silver', 'dark', 'brass']));

/** Two receptacles in a chain, the first box looked at. */
function chain(
  values: Partial<Record<RuleId, unknown>> = {},
  more: { model?: string; first?: object; amps?: number } = {},
) {
  const gauge = (more.amps ?? 15) === 15 ? 14 : 12;
  const plan = planOf({
    rules: { values },
    points: { a: { x: 0, y: 0 }, b: { x: 300, y: 0 } },
    walls: { w1: { from: 'a', to: 'b' } },
    panels: { n1: { on: { wall: 'w1', at: 20, away: 60 }, name: 'Main' } },
    circuits: { c1: { panel: 'n1', space: 7, amps: more.amps ?? 15, gauge } },
    boxes: {
      b1: { on: { wall: 'w1', at: 60 }, model: more.model ?? 'auto' },
      b2: { on: { wall: 'w1', at: 160 } },
    },
    devices: { d1: { box: 'b1', circuit: 'c1', ...more.first }, d2: { box: 'b2', circuit: 'c1' } },
    runs: {
      k1: { from: 'n1', to: 'b1', circuit: 'c1', cable: `${gauge}/2` },
      k2: { from: 'b1', to: 'b2', circuit: 'c1', cable: `${gauge}/2` },
    },
  });
  return computed(plan);
}
const joint = (joints: readonly Joint[], net: string, side: string | null = null) =>
  joints.find((j) => netId(j.net) === net && j.side === side)!;

describe('a receptacle in the middle of a chain', () => {
  test('pigtailed: a connector each for hot and neutral, a tail to the device, and the grounds', () => {
    const m = chain().makeup['b1']!;
    expect(m.cables.map((c) => [c.run, c.feed])).toEqual([
      ['k1', true],
      ['k2', false],
    ]);
    expect(joint(m.joints, 'N')).toMatchObject({ method: 'connector', tails: 1, connector: 'small' });
    expect(m.grounds).toMatchObject({
      cables: 2,
      tails: 1,
      method: 'connector',
      connector: 'small',
      thin: null,
    });
    expect(m.connectors).toEqual({ small: 3, middle: 0, large: 0, crimp: 0, green: 0 });
    expect(m.tails.map((t) => `${t.count} ${t.colour}`)).toEqual(['1 bare', '1 black', '1 white']);
    expect(m.capped).toBe(2);
  });
  test('fed through: both screws of the device, only the grounds have a connector', () => {
    const m = chain({ 'makeup.devices': 'through' }).makeup['b1']!;
    expect(joint(m.joints, 'H').method).toBe('through');
    expect(m.connectors.small).toBe(1);
  });
  test('at the end of it: straight on the screws, no connector at all', () => {
    const m = chain().makeup['b2']!;
    expect(m.joints.map((j) => j.method)).toEqual(['screw', 'screw']);
    expect(m.grounds).toMatchObject({ method: 'screw', tails: 0 });
    expect(m.connectors.small).toBe(0);
  });
  test('a ground-fault receptacle: the feed on LINE, what goes on from LOAD', () => {
    const m = chain({}, { first: { kind: 'gfci' } }).makeup['b1']!;
    const at = (net: string, side: string) => {
      const { conductors, terminals } = joint(m.joints, net, side);
      return [conductors.map((c) => c.run), terminals.map((t) => t.name)];
    };
    expect(at('H', 'line')).toEqual([['k1'], ['line hot']]);
    expect(at('H', 'load')).toEqual([['k2'], ['load hot']]);
    expect(at('N', 'load')).toEqual([['k2'], ['load neutral']]);
  });
  test('a metal box is bonded; crimps and green connectors by the house', () => {
    const metal = { model: 'metal-device-18' };
    expect(chain({}, metal).makeup['b1']!.grounds).toMatchObject({ bonded: true, tails: 2 });
    expect(chain({ 'makeup.groundJoint': 'crimp' }).makeup['b1']!.connectors).toMatchObject({
      small: 2,
      crimp: 1,
    });
    expect(chain({ 'makeup.groundJoint': 'green' }).makeup['b1']!.grounds).toMatchObject({
      method: 'green',
      tails: 0,
    });
  });
  test('thin ground tails on 20 A are flagged, on 15 A not: NEC 250.122 (from memory)', () => {
    const thin = { 'makeup.groundTail': '14' };
    expect(chain(thin, { amps: 20 }).makeup['b1']!.grounds!.thin).toBe('c1');
    expect(chain(thin).makeup['b1']!.grounds!.thin).toBe(null);
    expect(chain({}, { amps: 20 }).makeup['b1']!.tails[0]).toMatchObject({ gauge: 12, colour: 'bare' });
  });
  test('labels at both ends, in each wording', () => {
    const at = (wording: string) =>
      chain({ 'label.wording': wording })
        .labels.filter((l) => l.run === 'k2')
        .map((l) => l.text);
    expect(at('circuit-first')).toEqual(['7 · TO Box 2', '7 · FROM Box 1 · HOT']);
    expect(at('place-first')).toEqual(['TO Box 2 · 7', 'FROM Box 1 · 7 · HOT']);
    expect(at('short')).toEqual(['7 · T 2', '7 · F 1 · H']);
  });
  test('connectors and tails are in the list, tails for nothing', () => {
    const lines = chain({}).takeoff.lines;
    expect(lines.find((l) => l.item === 'wire-connector-small')!.quantity).toBe(3);
    expect(lines.find((l) => l.item === 'tail-14-black')).toMatchObject({
      quantity: 6,
      unit: 'in',
      cents: 0,
    });
  });
});

describe('an old box that is tapped', () => {
  const wall = {
    points: { a: { x: 0, y: 0 }, b: { x: 300, y: 0 } },
    walls: { w1: { from: 'a', to: 'b' } },
    circuits: { c1: { existing: true, amps: 15, gauge: 14 } },
    boxes: {
      b1: { on: { wall: 'w1', at: 60 }, existing: true, cables: [{ cable: '14/2' }, { cable: '14/3' }] },
      b2: { on: { wall: 'w1', at: 160 } },
    },
    devices: { d1: { box: 'b1', circuit: 'c1' }, d2: { box: 'b2', circuit: 'c1' } },
  };
  const tapped = computed(planOf({ ...wall, runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1' } } }));
  const m = tapped.makeup['b1']!;
  const sheet = (of: typeof m) => of.cables.map((c) => [c.cable, c.there, c.feed]);
  test('its sheet has the cables it had and the new one; which of two feeds it is not known', () =>
    expect(sheet(m)).toEqual([
      ['14/2', true, false],
      ['14/3', true, false],
      ['14/2', false, false],
    ]));
  test('a cable that is alone there is the feed', () => {
    const { b1, b2 } = wall.boxes;
    const one = { ...b1, cables: [{ cable: '14/2' }] };
    const plan = { ...wall, boxes: { b1: one, b2 }, runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1' } } };
    expect(sheet(computed(planOf(plan)).makeup['b1']!)).toEqual([
      ['14/2', true, true],
      ['14/2', false, false],
    ]);
  });
  test('hots and neutrals of all three are joined with a tail; what the old red does is left alone', () => {
    expect(joint(m.joints, 'H')).toMatchObject({ method: 'connector', tails: 1, connector: 'middle' });
    expect(joint(m.joints, 'N').conductors.length).toBe(3);
    expect(m.joints.flatMap((j) => j.conductors).some((c) => c.colour === 'red')).toBe(false);
    expect(m.grounds).toMatchObject({ cables: 3, tails: 1 });
  });
  test('the connectors are bought; an old box that nobody opens has no sheet', () => {
    expect(tapped.takeoff.lines.find((l) => l.item === 'wire-connector-middle')).toMatchObject({
      quantity: 3,
    });
    expect(computed(planOf(wall)).makeup['b1']).toBeUndefined();
  });
});

describe('the demo', () => {
  const plan = marlStreet();
  const result = computed(plan);
  test('every conductor of every cable is in a joint at both ends, once; every wired terminal in exactly one', () => {
    for (const [box, m] of Object.entries(result.makeup)) {
      const ends = m.joints.flatMap((j) => j.conductors.map((c) => `${c.run} ${c.colour}`));
      expect(new Set(ends).size, box).toBe(ends.length);
      const joined = m.joints.flatMap((j) => j.terminals.map((t) => `${t.device} ${t.name}`));
      expect(new Set(joined).size, box).toBe(joined.length);
      for (const { run, circuit } of m.cables)
        if (circuit !== null)
          expect(ends.filter((e) => e.startsWith(`${run} `)).length, `${box} ${run}`).toBe(
            Number(plan.runs[run]!.cable.at(-1)),
          );
    }
  });
  test('cables come in the order of the switches, the feed first', () => {
    const gang = Object.keys(plan.boxes).find((id) => plan.boxes[id]!.gangs >= 4)!;
    const { cables, joints } = result.makeup[gang]!;
    expect(cables[0]!.feed).toBe(true);
    const slot = (run: string) =>
      Math.min(
        99,
        ...joints
          .filter((j) => !'HN'.includes(netId(j.net)) && j.conductors.some((c) => c.run === run))
          .flatMap((j) => j.terminals.map((t) => plan.devices[t.device]!.slot)),
      );
    const slots = cables.slice(1).map((c) => slot(c.run));
    expect(slots).toEqual([...slots].sort((a, b) => a - b));
    expect(ruleBook({})('makeup.order')).toBe('switch');
  });
});
