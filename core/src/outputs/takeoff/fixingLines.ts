import { fixingOf, isThere, type Fixing } from '../../boxes/index.ts';
import { idsOf, nothing, sumsOf, type Amounts } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { catalogueOf, idsIn } from '../../plan/index.ts';
import type { House } from '../../stages/index.ts';
import { alongCable } from './smallParts.ts';
import { counted, each, keyOf, type DraftLine } from './line.ts';

const [screw, pin, brace, adhesive] = (['screw', 'pin', 'brace', 'foam-adhesive'] as const).map((kind) =>
  keyOf({ kind }),
) as [string, string, string, string];

/** What holds a box to the wall besides its own nails: screws at its corners and at both ends of its backing, pins in concrete. Common practice, no source. */
function heldBy(fixing: Fixing, gangs: number): Amounts {
  const corners = gangs > 2 ? 4 : 2;
  switch (fixing) {
    case 'screw':
      return { [screw]: corners };
    case 'backing':
      return { [screw]: corners + 4 };
    case 'powder':
      return { [pin]: corners };
    default:
      return nothing;
  }
}

/** Screws and pins of new boxes on walls; those on foam block are set in adhesive too. */
export const fixings = sumsOf(
  'fixings of boxes',
  ({ layout }: House) => idsOf(layout.placed),
  ({ plan, layout }, id) => {
    const placed = entryOf(layout.placed, id);
    const box = entryOf(plan.boxes, id);
    if (isThere(plan, id)) return nothing;
    const held = heldBy(fixingOf(box, placed, entryOf(layout.settings, placed.wall)), box.gangs);
    const isFoam = entryOf(plan.walls, placed.wall).framing === 'foam-block';
    return isFoam ? { ...held, [adhesive]: 1 } : held;
  },
);

/** Bars between joists for new boxes on ceilings: one each, but where the box has its own or is screwed flat under a joist. */
export const braces = sumsOf(
  'braces',
  ({ plan }: House) => idsIn(plan, 'boxesOn', 'ceiling'),
  ({ plan, boxes, rules }, id) => {
    const model = catalogueOf(plan)[entryOf(boxes, id).model];
    const isHung = model?.mount === 'ceiling' && !model.fanRated && model.mostCables === null;
    if (rules('box.ceiling') === 'joist' || isThere(plan, id) || !isHung) return nothing;
    return { [brace]: 1 };
  },
);

/** What boxes are held with besides nails. */
export function fixingLines(house: House): DraftLine[] {
  const { rules } = house;
  const own = { ...fixings(house), ...braces(house) };
  const line = (kind: 'screw' | 'pin' | 'brace', why: string) =>
    counted(own, kind).flatMap(({ item, count }) => each(item, count, why));
  const perCan = rules('parts.adhesive');
  const set = (own[adhesive] ?? 0) + (alongCable(house)['wedges'] ?? 0);
  return [
    ...line(
      'screw',
      'Two for each box that is screwed on, four from three gangs up; backing has two more at each end.',
    ),
    ...line('pin', 'Two for each box on concrete, four from three gangs up.'),
    ...line(
      'brace',
      'One for each ceiling box, which stands where it is marked and not where a joist is; fan boxes come with theirs.',
    ),
    ...each(
      { kind: 'foam-adhesive' },
      Math.ceil(set / perCan),
      `Sets ${set} boxes and wedges in foam block; a can does about ${perCan}.`,
    ),
  ];
}
