import { type DeviceKind, catalogueOf, isOnWall, thing } from '../plan/index.ts';
import { entryOf, valueIn } from '../lookups/index.ts';
import { isBehindDoor } from '../boxes/candidates.ts';
import { countingKinds, isLowVoltage, switchKinds, type PlacedBox } from '../boxes/index.ts';
import { trimSolids } from '../boxes/place.ts';
import { overlaps } from '../boxes/studFaces.ts';
import { wetFixtureNear } from '../boxes/wetZone.ts';
import { facePoint } from '../framing/faces.ts';
import { dataHome } from '../boxes/dataHome.ts';
import type { Check, CheckInput } from './check.ts';
import { found, type Found } from './finding.ts';

const placeOf = (p: PlacedBox) => ({ place: { wall: p.wall, side: p.side, at: p.at } });
const plugged: ReadonlySet<DeviceKind> = new Set([
  'receptacle',
  'gfci',
  'counter-receptacle',
  'appliance-receptacle',
]);
const kindsIn = ({ layout }: CheckInput, id: string) => (layout.devices.get(id) ?? []).map(([, d]) => d.kind);
const newBoxes = ({ plan, layout }: CheckInput) =>
  Object.values(layout.placed).filter((p) => !entryOf(plan.boxes, p.id).existing);

/** Boxes of each side of each wall, together. */
function bySide(list: readonly PlacedBox[]): PlacedBox[][] {
  const sides = new Map<string, PlacedBox[]>();
  for (const p of list) sides.set(`${p.wall}/${p.side}`, [...(sides.get(`${p.wall}/${p.side}`) ?? []), p]);
  return [...sides.values()];
}
const pairsOf = (list: readonly PlacedBox[]) =>
  list.flatMap((p, i) => list.slice(i + 1).map((q): [PlacedBox, PlacedBox] => [p, q]));

export const boxesClearTrim: Check = (input) =>
  newBoxes(input).flatMap((p) =>
    trimSolids(input.plan, p.wall, input.rules).some((t) => overlaps(p.at, p, t)) && p.trouble !== 'collides'
      ? [found('box.trim', [thing.box(p.id)], { box: p.id, limit: input.rules('trim.width') }, placeOf(p))]
      : [],
  );

export const receptaclesAreNotBehindDoors: Check = (input) =>
  newBoxes(input).flatMap((p) =>
    kindsIn(input, p.id).some((k) => countingKinds.has(k)) && isBehindDoor(input.plan, input.framing, p, p.at)
      ? [found('box.behind-door', [thing.box(p.id)], { box: p.id }, placeOf(p))]
      : [],
  );

/** Boxes on the two sides of a rated wall: IRC 2021 R302.4.2 (from memory). Each pair once. */
export const ratedWallsAreKept: Check = (input) => {
  const apart = input.rules('rated.apart');
  const list = newBoxes(input).filter((p) => entryOf(input.plan.walls, p.wall).rated !== 'none');
  return list.flatMap((p, i) =>
    list.slice(i + 1).flatMap((q) => {
      const gap = Math.abs(p.at - q.at) - (p.width + q.width) / 2;
      if (q.wall !== p.wall || q.side === p.side || gap >= apart - 1e-6) return [];
      const { rated } = entryOf(input.plan.walls, p.wall);
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
};

/** Neighbours whose screws nearly line up are seen not to: common practice, no source. */
const nearlyLevel = 3;
export const neighboursLineUp: Check = (input) => {
  const list = newBoxes(input).filter((p) => kindsIn(input, p.id).length > 0);
  return bySide(list).flatMap((own) =>
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
  );
};

export const wetZonesAreFree: Check = (input) =>
  newBoxes(input).flatMap((p) => {
    const { plan, framing, layout, rules } = input;
    const high = (p.bottom + p.top) / 2 - valueIn(layout.settings, p.wall).floorFinish;
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

export const handlesAreInReach: Check = (input) => {
  const { layout, rules } = input;
  if (rules('reach.accessible') === 'off') return [];
  return newBoxes(input).flatMap((p): Found[] => {
    if (!kindsIn(input, p.id).some((k) => plugged.has(k) || switchKinds.has(k))) return [];
    const middle = (p.bottom + p.top) / 2 - valueIn(layout.settings, p.wall).floorFinish;
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
};

/** Power and data in one box need a barrier: NEC 800.133 (from memory). Side by side they keep apart (common practice, no source). */
export const dataKeepsApart: Check = (input) => {
  const list = newBoxes(input);
  const mixed = list.filter(
    (p) => kindsIn(input, p.id).some(isLowVoltage) && kindsIn(input, p.id).some((k) => !isLowVoltage(k)),
  );
  const near = bySide(list).flatMap((own) =>
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
  );
  return [...mixed.map((p) => found('box.mixed', [thing.box(p.id)], { box: p.id }, placeOf(p))), ...near];
};

/** Data cables run home; without a home nothing is laid for them. */
export const dataHasAHome: Check = ({ plan }) => {
  const outlets = Object.values(plan.devices).filter(
    (d) => d.kind === 'tv' || (d.kind === 'data' && d.label === ''),
  );
  return outlets.length > 0 && dataHome(plan) === null
    ? [found('data.home', [], { count: outlets.length })]
    : [];
};

/** A model chosen by hand that does not suit the place: fans need a rated box (NEC 314.27(C), from memory), ceilings a ceiling box. */
export const modelsSuitTheirPlace: Check = (input) => {
  const catalogue = catalogueOf(input.plan);
  return Object.entries(input.plan.boxes).flatMap(([id, box]): Found[] => {
    const model = catalogue[box.model];
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
};
