import { describe, expect, test } from 'vitest';
import { houseToWire } from '../../testing/houseToWire.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import { computed, edited, houseOf, notEmpty } from '../../testing/index.ts';
import { propose } from '../proposals/index.ts';
import { placesOf, roomFor, type HolePlace } from './drilling.ts';
import type { Way } from './route.ts';
import { wayOfRun } from './laying.ts';

const place = (more: Partial<HolePlace> = {}): HolePlace => ({
  key: 'w1 48.00 24.00',
  at: { x: 48, y: 0 },
  step: 0,
  isPlate: false,
  most: 2,
  largest: 1,
  ...more,
});
/** What a cable finds where others go through. */
const found = (
  cable: string,
  before: readonly string[],
  after: readonly string[] = [],
  more: Partial<HolePlace> = {},
) => roomFor(cable, place(more), { perHole: 3, perPlate: 2 }, { before, after });
const times = (count: number) => Array.from({ length: count }, () => '14/2');

describe('what a cable finds where others go through', () => {
  test('where nothing is drilled wood is there for a hole; then there is room to share until it is full, and for a second beside it', () => {
    expect([0, 1, 2, 3].map((count) => found('14/2', times(count)))).toEqual([
      'new',
      'shared',
      'shared',
      'beside',
    ]);
  });

  test('when as many holes as there is wood for are full there is no room', () => {
    expect(found('14/2', times(6))).toBe('none');
  });

  test('where more go through than there is room for, none of them has any', () => {
    expect(found('14/2', times(3), times(4))).toBe('none');
  });

  test('a plate’s hole is sealed, and takes two', () => {
    expect([1, 2].map((count) => found('14/2', times(count), [], { isPlate: true }))).toEqual([
      'shared',
      'beside',
    ]);
  });

  test('heavy cable does not go where light cable still may', () => {
    expect([found('12/2', ['12/2']), found('6/3', ['12/2'])]).toEqual(['shared', 'beside']);
  });

  test('those that come after it go by the holes it leaves them', () => {
    expect(found('14/2', [], times(2))).toBe('shared');
    expect(found('14/2', [], times(3))).toBe('beside');
    expect(found('14/2', times(2), times(1))).toBe('beside');
  });
});

describe('what a cable pays for holes', () => {
  const row = (count: number) =>
    computed(
      twoInWall(
        '2x4',
        {},
        {
          levels: { L1: { above: 'closed', below: 'slab' } },
          runs: Object.fromEntries(
            Array.from({ length: count }, (_, i) => [
              `k${i + 1}`,
              { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' },
            ]),
          ),
        },
      ),
    );

  test('three go through one line of holes, the fourth through another 2 in. above, all level', () => {
    const { runs } = row(4);
    expect([...new Set(runs['k1']!.bores.map((b) => b.z))]).toEqual([24]);
    expect(runs['k3']!.bores.map((b) => b.hole)).toEqual(runs['k1']!.bores.map((b) => b.hole));
    expect([...new Set(runs['k4']!.bores.map((b) => b.z))]).toEqual([26]);
    expect(runs['k4']!.path.some((p) => p.z === 26)).toBe(true);
  });

  // By hand: alone two holes in plates are fewer than four in studs; where another cable is bored through the studs, none are new there.
  test('a cable that was laid first goes by the holes of one that came after it, where that is less', () => {
    const runs = (others: object) =>
      computed(
        twoInWall(
          '2x4',
          {},
          {
            rules: { values: { 'route.prefer': 'holes' } },
            levels: { L1: { above: 'attic', below: 'slab' } },
            runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' }, ...others },
          },
        ),
      ).runs;
    expect(runs({})['k1']!.way).toBe('over');
    const both = runs({ k2: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2', way: 'wall' } });
    expect(both['k1']!.way).toBe('wall');
    expect(both['k1']!.bores.map((b) => b.hole)).toEqual(both['k2']!.bores.map((b) => b.hole));
  });

  test('a way asks for a hole in each upright it passes, by its place and not by its number', () => {
    const plan = twoInWall('2x4', {}, { levels: { L1: { above: 'closed', below: 'slab' } } });
    const way = wayOfRun(houseOf(plan), 'k1') as Way;
    const places = placesOf(way, () => 1);
    expect(places.map((p) => p.key)).toEqual(
      way.steps.flatMap((s) => s.members.map((m) => `w1 ${m.at.toFixed(2)} 24.00`)),
    );
    expect(notEmpty(places).every((p) => p.most === 4 && !p.isPlate)).toBe(true);
  });

  test('sharing costs less than drilling: a cable goes to holes that are there, and would not without them', () => {
    const dear = { 'minutes.bore': 30, 'minutes.plateBore': 40, 'minutes.sharedBore': 0 };
    const plan = (runs: object) =>
      twoInWall(
        '2x4',
        {},
        { rules: { values: dear }, levels: { L1: { above: 'attic', below: 'slab' } }, runs },
      );
    const cable = { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' };
    expect(computed(plan({ k2: cable })).runs['k2']!.way).toBe('over');
    const after = computed(plan({ k1: { ...cable, way: 'wall' }, k2: cable }));
    expect(after.runs['k2']!.way).toBe('wall');
    expect(after.runs['k2']!.bores.map((b) => b.cables)).toEqual(after.runs['k1']!.bores.map(() => 2));
  });

  // By hand: past four finished studs a strip of 64 in. is opened, which costs far more than two plates and an attic; where it is open for others, a hole beside theirs does not.
  test.each(['open', 'fish'] as const)(
    'a cable that finds the hole of a closed wall full goes beside it: what there is to %s is done for the others',
    (access) => {
      const plan = (runs: object) =>
        twoInWall(
          '2x4',
          { cover: 'closed', access },
          { levels: { L1: { above: 'attic', below: 'slab' } }, runs },
        );
      const cable = { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' };
      const inWall = { ...cable, way: 'wall' };
      expect(computed(plan({ k4: cable })).runs['k4']!.way).toBe('over');
      const { runs } = computed(plan({ k1: inWall, k2: inWall, k3: inWall, k4: cable }));
      expect(runs['k4']!.way).toBe('wall');
      const holes = new Set(runs['k1']!.bores.map((b) => b.hole));
      expect(notEmpty(runs['k4']!.bores).every((b) => !holes.has(b.hole))).toBe(true);
    },
  );

  test('no hole holds more than the rules say, in random houses, and cables in one agree on it', () => {
    for (let seed = 21; seed <= 24; seed++) {
      const plan = houseToWire(seed);
      propose(plan);
      const inHole = new Map<string, { cables: Set<string>; says: number; role: string }>();
      for (const [id, run] of Object.entries(computed(plan).runs))
        for (const b of run.bores) {
          const own = inHole.get(b.hole) ?? { cables: new Set<string>(), says: b.cables, role: b.role };
          inHole.set(b.hole, own);
          own.cables.add(id);
        }
      for (const { cables, says, role } of notEmpty([...inHole.values()])) {
        expect(cables.size).toBe(says);
        expect(cables.size).toBeLessThanOrEqual(role.endsWith('plate') ? 2 : 3);
      }
    }
  });

  test('taking up the cable that drilled them frees the others to go another way', () => {
    const plan = houseToWire(31);
    propose(plan);
    const [first] = Object.keys(plan.runs);
    const without = edited({ ...plan, runs: { ...plan.runs } }, 'clearRuns', {
      circuit: plan.runs[first!]!.circuit!,
    });
    const anew = computed(JSON.parse(JSON.stringify(without)) as typeof without);
    expect(computed(without).runs).toEqual(anew.runs);
  });
});
