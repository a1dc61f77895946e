import { isThere } from '../boxes/index.ts';
import { entryOf } from '../lookups/index.ts';
import { idsOf, nothing, query, sumsOf } from '../incremental/index.ts';
import { isOnWall } from '../plan/index.ts';
import { closedMinutes, openedInches, outsideEffort, toDrill } from '../runs/index.ts';
import type { House } from '../stages/index.ts';
import { lengthInFeet, toDecimals } from '../units/index.ts';
import { ofWhole, whole } from './takeoff/line.ts';

export interface StageHours {
  readonly stage: 'boxes' | 'holes' | 'closed walls' | 'pull' | 'staple' | 'make-up' | 'trim';
  readonly hours: number;
}

/** How high a box is over its floor, in inches; on a ceiling as high as that. */
function heightOf({ plan, layout }: House, id: string): number {
  const { on } = entryOf(plan.boxes, id);
  if (isOnWall(on)) return layout.placed[id]?.top ?? 0;
  if ('floor' in on) return 0;
  return entryOf(plan.levels, entryOf(plan.rooms, on.ceiling).level).ceiling;
}

/** Work at a box, as a share of the usual: more where it takes a ladder, or a scaffold. */
function effortAt(house: House, id: string): number {
  const { rules } = house;
  const height = heightOf(house, id);
  if (height > rules('minutes.high')) return 1 + rules('minutes.scaffold') / 100;
  return height > rules('minutes.reach') ? 1 + rules('minutes.ladder') / 100 : 1;
}

const boxes = sumsOf(
  'boxes to nail up',
  ({ plan }: House) => idsOf(plan.boxes),
  (house, id) => (isThere(house.plan, id) ? nothing : { boxes: whole(effortAt(house, id)) }),
);

const devices = sumsOf(
  'devices to trim',
  ({ plan }: House) => idsOf(plan.devices),
  (house, id) => {
    const { box } = entryOf(house.plan.devices, id);
    return isThere(house.plan, box) ? nothing : { devices: whole(effortAt(house, box)) };
  },
);

const holes = sumsOf(
  'holes',
  ({ runs }: House) => idsOf(runs.holes),
  ({ plan, runs, rules }, wall) => {
    const own = entryOf(runs.holes, wall);
    const drilled = toDrill(own);
    const plates = drilled.filter((b) => b.role === 'top-plate' || b.role === 'bottom-plate').length;
    const { cover, access } = entryOf(plan.walls, wall);
    // However many cables go past a stud of a closed wall, it is opened once.
    const past = new Set(own.flatMap((b) => b.number ?? [])).size;
    const minutes =
      cover === 'closed' && access !== 'leave' && past > 0 ? closedMinutes(rules)(access, past) : 0;
    return { plates, studs: drilled.length - plates, closed: whole(minutes) };
  },
);

const pulls = sumsOf(
  'pulls',
  ({ runs }: House) => idsOf(runs.runs),
  ({ runs, rules }, id) => {
    const laid = entryOf(runs.runs, id);
    const { joists, staples, length, ceilings, grooves } = laid;
    const minutes = ceilings.reduce((sum, c) => sum + (c.how === 'fish' ? whole(c.fishMinutes) : 0), 0);
    const cut = grooves.reduce((sum, g) => sum + whole(g.inches), 0);
    return {
      joists,
      staples,
      inches: whole(length.path),
      outside: whole(outsideEffort(laid, rules)),
      ceilings: minutes,
      cut,
    };
  },
);

const inchesOpened = query('strips opened', ({ runs }: House): number =>
  openedInches(idsOf(runs.runs).map((id) => entryOf(runs.runs, id))),
);

/** Hours by stage of the work, from the company's own minutes. */
export const countHours = query('hours', (house: House): StageHours[] => {
  const { rules } = house;
  const { plates = 0, studs = 0, closed = 0 } = holes(house);
  const { joists = 0, staples = 0, inches, outside, ceilings = 0, cut = 0 } = pulls(house);
  const boxCount = ofWhole(boxes(house)['boxes']);
  const minutes: Record<StageHours['stage'], number> = {
    boxes: boxCount * rules('minutes.box'),
    holes:
      (studs + joists) * rules('minutes.bore') +
      plates * rules('minutes.plateBore') +
      lengthInFeet(ofWhole(cut)) * rules('minutes.grooveFoot'),
    'closed walls':
      ofWhole(closed + ceilings) + lengthInFeet(inchesOpened(house)) * rules('minutes.stripFoot'),
    pull:
      lengthInFeet(ofWhole(inches)) * rules('minutes.pullFoot') +
      lengthInFeet(ofWhole(outside)) * rules('minutes.outsideFoot'),
    staple: staples * rules('minutes.staple'),
    'make-up': boxCount * rules('minutes.makeup'),
    trim: ofWhole(devices(house)['devices']) * rules('minutes.device'),
  };
  return Object.entries(minutes).map(([stage, m]) => ({
    stage: stage as StageHours['stage'],
    hours: toDecimals(m / 60, 2),
  }));
});
