import { thing } from '../plan/index.ts';
import { entryOf } from '../lookups/index.ts';
import { devicesIn, gangsTaken, isThere, depthOfBox, kindsIn, switchKinds } from '../boxes/index.ts';
import { entriesAt, slotsOf } from '../outputs/entries.ts';
import { ofBoxes, ofPlacedBoxes } from './check.ts';
import { found, type FixEdit, type Found } from './finding.ts';

export const boxesStandRight = ofPlacedBoxes((p, { plan, layout, rules }) => {
  const place = { wall: p.wall, side: p.side, at: p.at };
  const kinds = kindsIn(plan, p.id);
  const setting = entryOf(layout.settings, p.wall);
  const { floorFinish } = setting;
  const handle = (p.bottom + p.top) / 2 - floorFinish;
  const list: Found[] = [];
  if (p.trouble === 'no-face') list.push(found('box.no-face', [thing.box(p.id)], { box: p.id }, { place }));
  if (p.trouble === 'collides') list.push(found('box.collides', [thing.box(p.id)], { box: p.id }, { place }));
  if (kinds.some((kind) => switchKinds.has(kind)) && handle > rules('height.switchHighest') + 1e-6)
    list.push(
      found(
        'box.switch-height',
        [thing.box(p.id)],
        { box: p.id, height: handle, limit: rules('height.switchHighest') },
        { place },
      ),
    );
  const depth = depthOfBox(p, setting);
  if ((depth.needs === 'extension' || depth.needs === 'another-box') && !isThere(plan, p.id))
    list.push(
      found('box.depth', [thing.box(p.id)], { box: p.id, finish: depth.finish, says: depth.says }, { place }),
    );
  const { gangs } = entryOf(plan.boxes, p.id);
  const taken = devicesIn(plan, p.id).reduce((sum, [, d]) => sum + gangsTaken(d, plan), 0);
  if (taken > gangs)
    list.push(
      found(
        'box.slot',
        [thing.box(p.id)],
        { box: p.id, gangs, devices: kinds.length, taken },
        {
          place,
          fixes: isThere(plan, p.id)
            ? []
            : [
                {
                  label: `Make it ${taken} gangs`,
                  edit: 'setBox',
                  args: { box: p.id, changes: { gangs: Math.min(8, taken) } },
                },
              ],
        },
      ),
    );
  return list;
});

export const boxesHoldTheirWires = ofBoxes((id, b, { layout }) => {
  if (b.fits) return [];
  const placed = layout.placed[id];
  const place = placed ? { wall: placed.wall, side: placed.side, at: placed.at } : null;
  const fixes: FixEdit[] = b.smallest
    ? [{ label: `Use ${b.smallest}`, edit: 'setBoxModel', args: { box: id, model: b.smallest } }]
    : [];
  return [
    found(
      'fill.volume',
      [thing.box(id)],
      { box: id, used: b.used, volume: b.volume, smallest: b.smallest },
      { place, fixes },
    ),
  ];
});

/** One cable in each slot of a box in a wall. */
export const cablesHaveSlots = ofBoxes((id, _, house) => {
  if (isThere(house.plan, id)) return [];
  const entries = entriesAt(house, id);
  if (entries.every((e) => e.slot !== null)) return [];
  return [
    found('box.slots', [thing.box(id)], { box: id, cables: entries.length, slots: 2 * slotsOf(house, id) }),
  ];
});
