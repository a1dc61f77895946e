import { type DeviceKind, catalogueOf, isOnWall, thing, valuesIn } from '../plan/index.ts';
import { entryOf, listUnder } from '../lookups/index.ts';
import { isBehindDoor } from '../boxes/candidates.ts';
import {
  isThere,
  countingKinds,
  isLowVoltage,
  kindsIn as kindsHeld,
  switchKinds,
  type PlacedBox,
} from '../boxes/index.ts';
import { trimSolids } from '../boxes/place.ts';
import { overlaps } from '../boxes/studFaces.ts';
import { wetFixtureNear } from '../boxes/wetZone.ts';
import { facePoint } from '../framing/faces.ts';
import { dataHome } from '../boxes/dataHome.ts';
import type { House } from '../stages/index.ts';
import { ofBoxes, ofJob, ofNewPlacedBoxes, ofWalls, type Check } from './check.ts';
import { found, type Found } from './finding.ts';

const placeOf = (p: PlacedBox) => ({ place: { wall: p.wall, side: p.side, at: p.at } });
const plugged: ReadonlySet<DeviceKind> = new Set([
  'receptacle',
  'gfci',
  'counter-receptacle',
  'appliance-receptacle',
]);
const kindsIn = ({ plan }: House, id: string) => kindsHeld(plan, id);

/** The new boxes of a wall, in the order of their ids. */
const ofNewBoxesOnWalls = (of: (boxes: readonly PlacedBox[], wall: string, house: House) => Found[]): Check =>
  ofWalls((boxes, wall, house) =>
    of(
      boxes.filter((p) => !isThere(house.plan, p.id)),
      wall,
      house,
    ),
  );

/** Boxes of each side of a wall, together. */
function bySide(list: readonly PlacedBox[]): PlacedBox[][] {
  const sides = new Map<string, PlacedBox[]>();
  for (const p of list) listUnder(sides, p.side).push(p);
  return [...sides.values()];
}
const pairsOf = (list: readonly PlacedBox[]) =>
  list.flatMap((p, i) => list.slice(i + 1).map((q): [PlacedBox, PlacedBox] => [p, q]));

export const boxesClearTrim = ofNewPlacedBoxes((p, input) =>
  trimSolids(input.plan, p.wall, input.rules).some((t) => overlaps(p.at, p, t)) && p.trouble !== 'collides'
    ? [found('box.trim', [thing.box(p.id)], { box: p.id, limit: input.rules('trim.width') }, placeOf(p))]
    : [],
);

export const receptaclesAreNotBehindDoors = ofNewPlacedBoxes((p, input) =>
  kindsIn(input, p.id).some((k) => countingKinds.has(k)) && isBehindDoor(input.plan, input.framing, p, p.at)
    ? [found('box.behind-door', [thing.box(p.id)], { box: p.id }, placeOf(p))]
    : [],
);

/** Boxes on the two sides of a rated wall: IRC 2021 R302.4.2 (from memory). Each pair once. */
export const ratedWallsAreKept = ofNewBoxesOnWalls((list, wall, input) => {
  const { rated } = entryOf(input.plan.walls, wall);
  if (rated === 'none') return [];
  const apart = input.rules('rated.apart');
  return list.flatMap((p, i) =>
    list.slice(i + 1).flatMap((q) => {
      const gap = Math.abs(p.at - q.at) - (p.width + q.width) / 2;
      if (q.side === p.side || gap >= apart - 1e-6) return [];
      return [
        found(
          'box.back-to-back',
          [thing.box(p.id), thing.box(q.id)],
          { a: p.id, b: q.id, gap: Math.max(0, gap), limit: apart, rated },
          { ...placeOf(p), level: rated === 'fire' ? 'error' : 'warning' },
        ),
      ];
    }),
  );
});

/** Neighbours whose screws nearly line up are seen not to: common practice, no source. */
const nearlyLevel = 3;
export const neighboursLineUp = ofNewBoxesOnWalls((list, _, input) =>
  bySide(list.filter((p) => kindsIn(input, p.id).length > 0)).flatMap((own) =>
    pairsOf(own).flatMap(([p, q]) => {
      const gap = Math.abs(p.at - q.at) - (p.width + q.width) / 2;
      const off = Math.abs((p.bottom + p.top - q.bottom - q.top) / 2);
      if (gap > input.rules('align.within') || off < 1 / 32 || off > nearlyLevel) return [];
      const fixes = [{ label: 'Line them up', edit: 'alignBoxes', args: { boxes: [p.id, q.id] } }];
      return [
        found(
          'box.screw-line',
          [thing.box(p.id), thing.box(q.id)],
          { a: p.id, b: q.id, off },
          { ...placeOf(p), fixes },
        ),
      ];
    }),
  ),
);

export const wetZonesAreFree = ofNewPlacedBoxes((p, input) => {
  const { plan, framing, layout, rules } = input;
  const high = (p.bottom + p.top) / 2 - entryOf(layout.settings, p.wall).floorFinish;
  if (!kindsIn(input, p.id).some((k) => plugged.has(k)) || high > rules('wet.up')) return [];
  const wet = wetFixtureNear(facePoint(framing, p.wall, p.side, p.at), p, input);
  return wet
    ? [
        found(
          'box.wet',
          [thing.box(p.id), thing.fixture(wet)],
          { box: p.id, what: entryOf(plan.fixtures, wet).kind, limit: rules('wet.out') },
          placeOf(p),
        ),
      ]
    : [];
});

export const handlesAreInReach = ofNewPlacedBoxes((p, input) => {
  const { layout, rules } = input;
  if (rules('reach.accessible') === 'off') return [];
  if (!kindsIn(input, p.id).some((k) => plugged.has(k) || switchKinds.has(k))) return [];
  const middle = (p.bottom + p.top) / 2 - entryOf(layout.settings, p.wall).floorFinish;
  return middle >= rules('reach.low') - 1e-6 && middle <= rules('reach.high') + 1e-6
    ? []
    : [
        found(
          'box.reach',
          [thing.box(p.id)],
          { box: p.id, height: middle, low: rules('reach.low'), high: rules('reach.high') },
          placeOf(p),
        ),
      ];
});

/** Power and data in one box need a barrier: NEC 800.133 (from memory). */
export const boxesKeepDataApart = ofNewPlacedBoxes((p, input) => {
  const kinds = kindsIn(input, p.id);
  return kinds.some(isLowVoltage) && kinds.some((k) => !isLowVoltage(k))
    ? [found('box.mixed', [thing.box(p.id)], { box: p.id }, placeOf(p))]
    : [];
});

/** Side by side, power and data keep apart: common practice, no source. */
export const dataKeepsApart = ofNewBoxesOnWalls((list, _, input) =>
  bySide(list).flatMap((own) =>
    pairsOf(own).flatMap(([a, b]) => {
      const [p, q] = kindsIn(input, a.id).some(isLowVoltage) ? [a, b] : [b, a];
      if (!kindsIn(input, p.id).some(isLowVoltage) || kindsIn(input, q.id).some(isLowVoltage)) return [];
      const gap = Math.abs(p.at - q.at) - (p.width + q.width) / 2;
      const level = p.top > q.bottom && q.top > p.bottom;
      return level && gap < input.rules('data.apart') - 1e-6 && gap > -1e-6
        ? [
            found(
              'box.data-near',
              [thing.box(p.id), thing.box(q.id)],
              { a: p.id, b: q.id, gap, limit: input.rules('data.apart') },
              placeOf(p),
            ),
          ]
        : [];
    }),
  ),
);

/** Data cables run home; without a home nothing is laid for them. */
export const dataHasAHome = ofJob(({ plan }) => {
  const outlets = [
    ...valuesIn(plan, 'devicesOfKind', 'tv'),
    ...valuesIn(plan, 'devicesOfKind', 'data').filter((d) => d.label === ''),
  ];
  return outlets.length > 0 && dataHome(plan) === null
    ? [found('data.home', [], { count: outlets.length })]
    : [];
});

/** A model chosen by hand that does not suit the place: fans need a rated box (NEC 314.27(C), from memory), ceilings a ceiling box. */
export const modelsSuitTheirPlace = ofBoxes((id, _, input) => {
  const box = entryOf(input.plan.boxes, id);
  const model = catalogueOf(input.plan)[box.model];
  if (!model || box.existing) return [];
  const onCeiling = !isOnWall(box.on) && 'ceiling' in box.on;
  const kinds = kindsIn(input, id);
  if (onCeiling && kinds.includes('fan') && !model.fanRated)
    return [
      found(
        'box.fan',
        [thing.box(id)],
        { box: id, model: model.name },
        {
          fixes: [{ label: 'Let the tool choose', edit: 'setBoxModel', args: { box: id, model: 'auto' } }],
        },
      ),
    ];
  if (onCeiling !== (model.mount === 'ceiling'))
    return [
      found('box.model', [thing.box(id)], {
        box: id,
        model: model.name,
        place: onCeiling ? 'a ceiling' : 'a wall',
      }),
    ];
  if (
    isOnWall(box.on) &&
    (entryOf(input.plan.walls, box.on.wall).cover === 'closed') !== (model.mount === 'old-work')
  )
    return [
      found('box.model', [thing.box(id)], {
        box: id,
        model: model.name,
        place: model.mount === 'old-work' ? 'an open wall' : 'a closed wall',
      }),
    ];
  return [];
});
