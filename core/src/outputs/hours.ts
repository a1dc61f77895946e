import { isThere } from '../boxes/index.ts';
import { entryOf } from '../lookups/index.ts';
import { idsOf, nothing, query, sumsOf } from '../incremental/index.ts';
import { closedMinutes, openedInches, toDrill } from '../runs/index.ts';
import type { House } from '../stages/index.ts';
import { lengthInFeet, toDecimals } from '../units/index.ts';
import { ofWhole, whole } from './takeoff/line.ts';

export interface StageHours {
  readonly stage: 'boxes' | 'holes' | 'closed walls' | 'pull' | 'staple' | 'make-up' | 'trim';
  readonly hours: number;
}

const boxes = sumsOf(
  'boxes to nail up',
  ({ plan }: House) => idsOf(plan.boxes),
  ({ plan }, id) => (isThere(plan, id) ? nothing : { boxes: 1 }),
);

const devices = sumsOf(
  'devices to trim',
  ({ plan }: House) => idsOf(plan.devices),
  ({ plan }, id) => (isThere(plan, entryOf(plan.devices, id).box) ? nothing : { devices: 1 }),
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
  ({ runs }, id) => {
    const { joists, staples, length, outside, ceilings, grooves } = entryOf(runs.runs, id);
    const minutes = ceilings.reduce((sum, c) => sum + (c.how === 'fish' ? whole(c.fishMinutes) : 0), 0);
    const cut = grooves.reduce((sum, g) => sum + whole(g.inches), 0);
    return {
      joists,
      staples,
      inches: whole(length.path),
      outside: whole(outside),
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
  const boxCount = boxes(house)['boxes'] ?? 0;
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
    trim: (devices(house)['devices'] ?? 0) * rules('minutes.device'),
  };
  return Object.entries(minutes).map(([stage, m]) => ({
    stage: stage as StageHours['stage'],
    hours: toDecimals(m / 60, 2),
  }));
});
