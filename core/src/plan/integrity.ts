import { entryOf, listUnder, nth } from '../lookups/index.ts';
import { distance } from '../geometry/index.ts';
import type { Problem } from './problems.ts';
import { boxModels } from '../materials/index.ts';
import { collections, isOnWall, leftOnCoil, type CollectionName, type Plan } from './index.ts';
import { formatLength } from '../units/length.ts';

/** What must hold between the parts of a plan, of the entries that are looked at. Run after load, after every edit and after a merge. */
type Invariant = (plan: Plan, look: Looked) => Problem[];

/** The entries of each collection to look at. */
export type Looked = { readonly [C in CollectionName]: readonly string[] };

/** Entries of a collection by their ids. */
const entries = <T>(record: Record<string, T>, ids: readonly string[]) =>
  ids.map((id): [string, T] => [id, entryOf(record, id)]);

function refersTo(
  plan: Plan,
  collection: CollectionName,
  id: string | null | undefined,
  path: string,
): Problem[] {
  if (id === null || id === undefined || Object.hasOwn(plan[collection], id)) return [];
  return [{ path, message: `names “${id}”, which is not in ${collection}` }];
}

const levelsExist: Invariant = (plan, look) => [
  ...(Object.keys(plan.levels).length === 0
    ? [{ path: 'levels', message: 'must hold at least one level' }]
    : []),
  ...entries(plan.points, look.points).flatMap(([id, p]) =>
    refersTo(plan, 'levels', p.level, `points.${id}.level`),
  ),
  ...entries(plan.rooms, look.rooms).flatMap(([id, r]) =>
    refersTo(plan, 'levels', r.level, `rooms.${id}.level`),
  ),
];

const wallsStandBetweenPoints: Invariant = (plan, look) =>
  entries(plan.walls, look.walls).flatMap(([id, wall]) => {
    const missing = [
      ...refersTo(plan, 'points', wall.from, `walls.${id}.from`),
      ...refersTo(plan, 'points', wall.to, `walls.${id}.to`),
    ];
    if (missing.length > 0) return missing;
    const from = entryOf(plan.points, wall.from);
    const to = entryOf(plan.points, wall.to);
    if (from.level !== to.level)
      return [
        {
          path: `walls.${id}.to`,
          message: `is on another level than the wall’s start, ${plan.levels[from.level]?.name || from.level}`,
        },
      ];
    if (distance(from, to) < 1 / 16)
      return [{ path: `walls.${id}`, message: 'has no length: its two points coincide' }];
    return [];
  });

function wallLength(plan: Plan, wallId: string): number | null {
  const wall = plan.walls[wallId];
  const from = wall && plan.points[wall.from];
  const to = wall && plan.points[wall.to];
  return from && to ? distance(from, to) : null;
}

const openingsFitTheirWall: Invariant = (plan, look) =>
  entries(plan.openings, look.openings).flatMap(([id, o]) => {
    const path = `openings.${id}`;
    const missing = refersTo(plan, 'walls', o.wall, `${path}.wall`);
    const length = wallLength(plan, o.wall);
    if (length === null) return missing;
    const problems: Problem[] = [];
    if (o.head <= o.sill)
      problems.push({ path: `${path}.head`, message: `must be above the sill (${formatLength(o.sill)})` });
    if (o.at < 0) problems.push({ path: `${path}.at`, message: 'starts before the wall does' });
    if (o.at + o.width > length + 1e-6)
      problems.push({
        path: `${path}.width`,
        message: `ends ${formatLength(o.at + o.width)} along a wall ${formatLength(length)} long`,
      });
    return problems;
  });

/** Openings that are looked at, and what else is in their walls. */
const openingsKeepApart: Invariant = (plan, look) => {
  const walls = new Set(look.openings.map((id) => entryOf(plan.openings, id).wall));
  const byWall = new Map<string, [string, Plan['openings'][string]][]>();
  for (const [id, o] of Object.entries(plan.openings))
    if (walls.has(o.wall)) listUnder(byWall, o.wall).push([id, o]);
  return [...byWall.values()].flatMap((list) => {
    const sorted = [...list].sort((a, b) => a[1].at - b[1].at);
    return sorted.slice(1).flatMap(([id, o], i) => {
      const [, other] = nth(sorted, i);
      const stacked = o.sill >= other.head || other.sill >= o.head;
      return o.at < other.at + other.width - 1e-6 && !stacked
        ? [
            {
              path: `openings.${id}.at`,
              message: `overlaps the ${other.kind.replaceAll('-', ' ')} that starts ${formatLength(other.at)} along the same wall`,
            },
          ]
        : [];
    });
  });
};

const thingsOnWallsHaveTheirWall: Invariant = (plan, look) => [
  ...entries(plan.members, look.members).flatMap(([id, m]) => onWall(plan, m.wall, m.at, `members.${id}`)),
  ...entries(plan.obstacles, look.obstacles).flatMap(([id, x]) => [
    ...onWall(plan, x.wall, x.at, `obstacles.${id}`),
    ...(x.high <= x.low
      ? [{ path: `obstacles.${id}.high`, message: `must be above its low side (${formatLength(x.low)})` }]
      : []),
  ]),
  ...entries(plan.panels, look.panels).flatMap(([id, p]) => [
    ...onWall(plan, p.on.wall, p.on.at, `panels.${id}.on`),
    ...(p.source === 'service' || p.source === 'standby'
      ? []
      : refersTo(plan, 'panels', p.source, `panels.${id}.source`)),
  ]),
];

function onWall(plan: Plan, wallId: string, at: number, path: string): Problem[] {
  const missing = refersTo(plan, 'walls', wallId, `${path}.wall`);
  const length = wallLength(plan, wallId);
  if (length === null) return missing;
  return at < -12 || at > length + 12
    ? [
        {
          path: `${path}.at`,
          message: `is ${at < 0 ? `${formatLength(-at)} before the start of` : `${formatLength(at)} along`} a wall ${formatLength(length)} long`,
        },
      ]
    : [];
}

const boxesAreSomewhere: Invariant = (plan, look) =>
  entries(plan.boxes, look.boxes).flatMap(([id, box]) => {
    if (isOnWall(box.on)) return onWall(plan, box.on.wall, box.on.at, `boxes.${id}.on`);
    return 'ceiling' in box.on
      ? refersTo(plan, 'rooms', box.on.ceiling, `boxes.${id}.on.ceiling`)
      : refersTo(plan, 'rooms', box.on.floor, `boxes.${id}.on.floor`);
  });

const boxesNameAModel: Invariant = (plan, look) => [
  ...entries(plan.boxes, look.boxes).flatMap(([id, { model }]) =>
    model === 'auto' || Object.hasOwn(boxModels, model) || Object.hasOwn(plan.models, model)
      ? []
      : [
          {
            path: `boxes.${id}.model`,
            message: `names “${model}”, which is neither a generic model nor in models; “auto” lets the fill decide`,
          },
        ],
  ),
  ...look.models
    .filter((id) => id === 'auto' || Object.hasOwn(boxModels, id))
    .map((id) => ({ path: `models.${id}`, message: 'is the name of a generic model; choose another' })),
];

const fixturesHaveTheirRoom: Invariant = (plan, look) =>
  entries(plan.fixtures, look.fixtures).flatMap(([id, f]) => [
    ...refersTo(plan, 'rooms', f.room, `fixtures.${id}.room`),
    ...refersTo(plan, 'walls', f.wall, `fixtures.${id}.wall`),
  ]);

const devicesAreWired: Invariant = (plan, look) => [
  ...entries(plan.devices, look.devices).flatMap(([id, d]) => [
    ...refersTo(plan, 'boxes', d.box, `devices.${id}.box`),
    ...refersTo(plan, 'circuits', d.circuit, `devices.${id}.circuit`),
  ]),
  ...entries(plan.controls, look.controls).flatMap(([id, c]) => [
    ...c.switches.flatMap((s, i) => refersTo(plan, 'devices', s, `controls.${id}.switches.${i}`)),
    ...c.loads.flatMap((l, i) => refersTo(plan, 'devices', l, `controls.${id}.loads.${i}`)),
  ]),
  ...entries(plan.circuits, look.circuits).flatMap(([id, c]) =>
    refersTo(plan, 'panels', c.panel, `circuits.${id}.panel`),
  ),
];

const runsJoinThings: Invariant = (plan, look) =>
  entries(plan.runs, look.runs).flatMap(([id, run]) => {
    const path = `runs.${id}`;
    const isEnd = (end: string) => Object.hasOwn(plan.boxes, end) || Object.hasOwn(plan.panels, end);
    const problems = [
      ...refersTo(plan, 'circuits', run.circuit, `${path}.circuit`),
      ...run.through.flatMap((p, i) => refersTo(plan, 'levels', p.level, `${path}.through.${i}.level`)),
    ];
    if (!isEnd(run.from))
      problems.push({
        path: `${path}.from`,
        message: `names “${run.from}”, which is neither a box nor a panel`,
      });
    if (run.to === null) {
      if (!run.endsAt)
        problems.push({
          path: `${path}.endsAt`,
          message: 'is required when the run has an open end (“to” is null)',
        });
      else problems.push(...refersTo(plan, 'levels', run.endsAt.level, `${path}.endsAt.level`));
    } else if (!isEnd(run.to))
      problems.push({ path: `${path}.to`, message: `names “${run.to}”, which is neither a box nor a panel` });
    else if (run.to === run.from)
      problems.push({ path: `${path}.to`, message: 'is the same as where the run starts' });
    return problems;
  });

/** Named layers explain a thickness, so they must add up to it. */
const layersAddUp: Invariant = (plan, look) => {
  const off = (layers: readonly { thickness: number }[], total: number, path: string): Problem[] => {
    const sum = layers.reduce((s, l) => s + l.thickness, 0);
    return layers.length > 0 && Math.abs(sum - total) > 1 / 64
      ? [
          {
            path,
            message: `is ${total} in., but its layers add up to ${Math.round(sum * 1000) / 1000} in.; make them agree`,
          },
        ]
      : [];
  };
  return [
    ...entries(plan.walls, look.walls).flatMap(([id, w]) => [
      ...off(w.layers.left, w.finish.left, `walls.${id}.finish.left`),
      ...off(w.layers.right, w.finish.right, `walls.${id}.finish.right`),
    ]),
    ...entries(plan.levels, look.levels).flatMap(([id, l]) =>
      off(l.floorLayers, l.floorFinish, `levels.${id}.floorFinish`),
    ),
  ];
};

/** No more can come off a coil than is on it. */
const coilsHoldTheirCuts: Invariant = (plan, look) =>
  entries(plan.coils, look.coils).flatMap(([id, coil]) => {
    const over = -leftOnCoil(coil);
    return over > 0
      ? [
          {
            path: `coils.${id}.cuts`,
            message: `come to ${over} ft more than the ${coil.feet} ft on the coil`,
          },
        ]
      : [];
  });

/** A box and a panel may be named by a run, so one id cannot mean both. */
const endsHaveOneMeaning: Invariant = (plan, look) =>
  look.panels
    .filter((id) => Object.hasOwn(plan.boxes, id))
    .map((id) => ({ path: `panels.${id}`, message: 'has the same id as a box; a run could mean either' }));

export const invariants: readonly Invariant[] = [
  levelsExist,
  wallsStandBetweenPoints,
  openingsFitTheirWall,
  openingsKeepApart,
  thingsOnWallsHaveTheirWall,
  boxesAreSomewhere,
  boxesNameAModel,
  fixturesHaveTheirRoom,
  devicesAreWired,
  runsJoinThings,
  layersAddUp,
  coilsHoldTheirCuts,
  endsHaveOneMeaning,
];

const everything = (plan: Plan): Looked =>
  Object.fromEntries(collections.map((name) => [name, Object.keys(plan[name])])) as unknown as Looked;

/** What is wrong between the parts of a plan: of all of it, or of the entries that are looked at. */
export function integrityProblems(plan: Plan, look: Looked = everything(plan)): Problem[] {
  return invariants.flatMap((invariant) => invariant(plan, look));
}
