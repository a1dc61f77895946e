import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { study } from '../../demo/study.ts';
import { wrongRuns } from '../../testing/checkRuns.ts';
import { furnishedHouse } from '../../testing/furnishedHouse.ts';
import { houseToWire } from '../../testing/houseToWire.ts';
import { computed, edited, planOf, roomOf } from '../../testing/index.ts';
import { reframed } from '../../testing/reframed.ts';
import { remodelled } from '../../testing/remodelled.ts';
import type { Plan } from '../plan/index.ts';
import { propose } from '../proposals/index.ts';

const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 8);

describe('cable as an inspector finds it', () => {
  test(
    `in ${houses} wired random houses all wood is bored, no hole crowds another, nothing hangs in the open`,
    () => {
      const wrong: string[] = [];
      for (let seed = 1; seed <= houses; seed++) {
        const plan = houseToWire(seed);
        propose(plan);
        wrong.push(...wrongRuns(plan, computed(plan)).map((x) => `seed ${seed}: ${x}`));
      }
      expect(wrong).toEqual([]);
    },
    30_000 + houses * 4000,
  );

  const other = Math.ceil(houses / 3);
  test.each([
    ['partly finished', remodelled],
    ['framed otherwise, with things in the walls', reframed],
  ])(
    `in ${other} that are %s; a hole that has to take more than may share it is found`,
    (_, made) => {
      const wrong: string[] = [];
      let cables = 0;
      for (let seed = 1; seed <= other; seed++) {
        const plan = made(seed % 2 ? houseToWire(seed) : furnishedHouse(seed), seed);
        propose(plan);
        const result = computed(plan);
        cables += Object.values(result.runs).filter((r) => r.way !== null).length;
        const isFull = result.findings.some((f) => f.rule === 'bore.full');
        const told = wrongRuns(plan, result).filter((x) => !(isFull && x.endsWith('cables in a hole')));
        wrong.push(...told.map((x) => `seed ${seed}: ${x}`));
      }
      expect(wrong).toEqual([]);
      expect(cables).toBeGreaterThan(other * 10);
    },
    30_000 + houses * 4000,
  );

  test('and in the houses that ship with it', () => {
    for (const plan of [study(), marlStreet()]) expect(wrongRuns(plan, computed(plan))).toEqual([]);
  });

  test('the inspector sees a hole that is missing, one moved, and cable drawn shorter than it runs', () => {
    const plan = study();
    const result = computed(plan);
    const [id, run] = Object.entries(result.runs).find(([, r]) => r.bores.length > 2)!;
    const with1 = (change: object) => wrongRuns(plan, { ...result, runs: { [id]: { ...run, ...change } } });
    expect(with1({ bores: run.bores.slice(1) }).join()).toContain('with no hole');
    expect(with1({ bores: run.bores.map((b) => ({ ...b, z: b.z + 3 })) }).join()).toContain('with no hole');
    expect(with1({ length: { ...run.length, path: run.length.path - 5 } }).join()).toContain('long, not');
    expect(with1({ path: [run.path[0]!, run.path.at(-1)!] }).join()).not.toBe('');
  });
});

/** A room of 16 by 12 ft with two ceiling lights a way apart and a cable between, under framing of a kind. */
function twoLights(above: string, from: [number, number], to: [number, number], direction = 0): Plan {
  let plan = roomOf('192\n144\n192\n144');
  const level = plan.levels['L1']!;
  plan = {
    ...plan,
    levels: { L1: { ...level, above: above as 'attic', joists: { ...level.joists, direction } } },
  };
  for (const [x, y] of [from, to]) plan = edited(plan, 'addCeilingBox', { room: 'r1', x, y } as never);
  plan = edited(plan, 'addCircuit', { name: 'Lights' });
  const runs = { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } };
  return planOf(JSON.parse(JSON.stringify({ ...plan, runs })) as object);
}
const hop = (...args: Parameters<typeof twoLights>) => computed(twoLights(...args)).runs['k1']!;

// Worked by hand: joists 16 in. on centres from the plan's origin, 9-1/4 deep; cable lies 1-1/2 above their bottom.
describe('from one ceiling light to the next', () => {
  test('along a joist bay: the distance and nothing else', () => {
    for (const above of ['attic', 'joists', 'truss'])
      expect(hop(above, [40, -56], [109, -56])).toMatchObject({
        length: { path: 69 },
        joists: 0,
        way: 'over',
      });
    // Turned a quarter, the bay runs the other way.
    expect(hop('joists', [56, -40], [56, -109], 90)).toMatchObject({ length: { path: 69 }, joists: 0 });
  });

  test('across joists: through a bore in each, 5 ft 9 in. apart crosses four', () => {
    expect(hop('joists', [56, -40], [56, -109])).toMatchObject({ length: { path: 69 }, joists: 4 });
    expect(hop('joists', [40, -56], [109, -56], 90)).toMatchObject({ length: { path: 69 }, joists: 4 });
  });

  test('in an attic over the joists and down again; on trusses over their chords, which are never bored', () => {
    const attic = hop('attic', [56, -40], [56, -109]);
    expect(attic).toMatchObject({ length: { path: 69 + 2 * 7.75 }, joists: 0 });
    expect(Math.max(...attic.path.map((p) => p.z))).toBe(97.125 + 9.25);
    expect(hop('truss', [56, -40], [56, -109])).toMatchObject({ length: { path: 69 + 2 * 2 }, joists: 0 });
  });

  test('aslant: square along the bay, then across', () => {
    const run = hop('joists', [40, -40], [109, -72]);
    expect(run).toMatchObject({ length: { path: 69 + 32 }, joists: 2 });
    expect(run.path).toHaveLength(3);
  });

  test('under a closed ceiling there is no way until something is opened', () => {
    expect(hop('closed', [40, -56], [109, -56]).path).toEqual([]);
  });
});

test('a room with a closed ceiling is gone around, not through, by cable in the attic over the others', () => {
  // Three rooms in a row, 10 ft each; the middle one is closed.
  const plan = planOf({
    points: Object.fromEntries(
      [0, 120, 240, 360].flatMap((x, i) => [
        [`a${i}`, { x, y: 0 }],
        [`b${i}`, { x, y: 120 }],
      ]),
    ),
    walls: {
      ...Object.fromEntries([0, 1, 2, 3].map((i) => [`v${i}`, { from: `a${i}`, to: `b${i}` }])),
      ...Object.fromEntries(
        [0, 1, 2].flatMap((i) => [
          [`s${i}`, { from: `a${i}`, to: `a${i + 1}` }],
          [`n${i}`, { from: `b${i}`, to: `b${i + 1}` }],
        ]),
      ),
    },
    levels: { L1: { below: 'slab' } },
    rooms: {
      r1: { level: 'L1', x: 60, y: 60 },
      r2: { level: 'L1', x: 180, y: 60, above: 'closed' },
      r3: { level: 'L1', x: 300, y: 60 },
    },
    boxes: { b1: { on: { ceiling: 'r1', x: 60, y: 60 } }, b2: { on: { ceiling: 'r3', x: 300, y: 60 } } },
    circuits: { c1: {} },
    runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
  });
  const { path, bores } = computed(plan).runs['k1']!;
  const over = path.filter((p) => p.z > 97 && p.x > 124 && p.x < 236 && p.y > 4 && p.y < 116);
  expect(over).toEqual([]);
  expect(bores.length).toBeGreaterThan(5);
  const open = computed({ ...plan, rooms: { ...plan.rooms, r2: { ...plan.rooms['r2']!, above: 'attic' } } });
  expect(open.runs['k1']!.length.path).toBe(240);
});
