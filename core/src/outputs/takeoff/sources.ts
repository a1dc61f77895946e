import { idsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { isData, itemId, type Item } from '../../materials/index.ts';
import { idsIn } from '../../plan/index.ts';
import { thing, type Thing } from '../../plan/things.ts';
import type { House } from '../../stages/index.ts';
import { backing, models, rings } from './boxLines.ts';
import { inches } from './cableLines.ts';
import { breakers, devices, plates } from './deviceLines.ts';
import { joining } from './makeUpLines.ts';
import { alongCable, connectors, nailPlates } from './smallParts.ts';

/** Sums that are kept by the item itself. */
const byItem = [
  [models, thing.box],
  [backing, thing.box],
  [rings, thing.box],
  [plates, thing.box],
  [joining, thing.box],
  [devices, thing.device],
  [breakers, thing.circuit],
] as const;

const isItem = (key: string, asked: string): boolean =>
  key.startsWith('{') && itemId(JSON.parse(key) as Item) === asked;

/** What holds cable is counted where cables lie together: it comes from every cable it may hold. */
function heldRuns(house: House, asked: string): string[] {
  const isNarrow = asked === itemId({ kind: 'staple', size: '1/2' });
  const isWide = asked === itemId({ kind: 'staple', size: '3/4' });
  const isStrap = asked === itemId({ kind: 'strap' });
  const isStacker = asked === itemId({ kind: 'stacker' });
  if (!isNarrow && !isWide && !isStrap && !isStacker) return [];
  return idsOf(house.runs.runs).filter((id) => {
    const { cable, stapled, staples } = entryOf(house.runs.runs, id);
    if (isData(cable)) return isStrap && staples > 0;
    if (isStrap || stapled.length === 0) return false;
    return isStacker || (isWide ? cable.includes('/3') : !cable.includes('/3'));
  });
}

/** Screens with a tube down to their low bracket. */
const tubedScreens = ({ plan }: House): string[] =>
  idsIn(plan, 'devicesOfKind', 'tv').filter((id) => entryOf(plan.devices, id).label === 'tube');

/** What a line of the takeoff comes from, by its item: boxes, devices, circuits, cables, or walls with holes in them. */
export function takeoffSources(house: House, asked: string): Thing[] {
  const keyed = (key: string) => (name: string) => name === key;
  const named = [
    [connectors, itemId({ kind: 'cable-connector' }), 'connectors', thing.run],
    [nailPlates, itemId({ kind: 'nail-plate' }), 'plates', thing.wall],
    [alongCable, itemId({ kind: 'guard-plate' }), 'guards', thing.run],
    [alongCable, itemId({ kind: 'foam-wedge' }), 'wedges', thing.run],
  ] as const;
  const cable = (key: string) =>
    key.endsWith(' cuts') && itemId({ kind: 'cable', cable: key.slice(0, -' cuts'.length) }) === asked;
  return [
    ...byItem.flatMap(([sums, as]) => sums.from(house, (key) => isItem(key, asked)).map(as)),
    ...named.flatMap(([sums, item, key, as]) => (item === asked ? sums.from(house, keyed(key)).map(as) : [])),
    ...inches.from(house, cable).map(thing.run),
    ...heldRuns(house, asked).map(thing.run),
    ...(asked === itemId({ kind: 'tube' }) ? tubedScreens(house).map(thing.device) : []),
  ];
}
