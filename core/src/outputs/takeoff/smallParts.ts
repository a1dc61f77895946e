import { idsOf, nothing, query, sumsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { catalogueOf, entriesIn } from '../../plan/index.ts';
import { drilledOnce } from '../../runs/index.ts';
import type { House } from '../../stages/index.ts';
import { formatLength } from '../../units/index.ts';
import { held } from './held.ts';
import { each, type DraftLine } from './line.ts';

/** Cables that go through a connector: one at each panel, one at each box without clamps of its own. */
export const connectors = sumsOf(
  'cable connectors',
  ({ plan }: House) => idsOf(plan.runs),
  ({ plan, boxes }, id) => {
    const { from, to } = entryOf(plan.runs, id);
    const catalogue = catalogueOf(plan);
    const isClamped = (end: string) =>
      plan.panels[end] !== undefined || catalogue[boxes[end]?.model ?? '']?.clamps === 'external';
    const count = [from, ...(to === null ? [] : [to])].filter(isClamped).length;
    return count > 0 ? { connectors: count } : nothing;
  },
);

/** Plates over holes near a face. */
export const nailPlates = sumsOf(
  'nail plates',
  ({ runs }: House) => idsOf(runs.holes),
  ({ runs }, wall) => {
    const short = drilledOnce(entryOf(runs.holes, wall).filter((b) => b.plate));
    const count = short.reduce((sum, b) => sum + b.plates, 0);
    return count > 0 ? { plates: count } : nothing;
  },
);

/** A steel guard along cable is this long. Common practice, no source. */
const guardLength = 18;

/** Along cable that lies too near a face for the whole of its length, and in grooves: guards, and wedges. */
export const alongCable = sumsOf(
  'guards along cable',
  ({ runs }: House) => idsOf(runs.runs),
  ({ runs }, id) => {
    const { grooves, guarded } = entryOf(runs.runs, id);
    const wedges = grooves.reduce((sum, g) => sum + g.wedges, 0);
    const near = [...guarded, ...grooves.filter((g) => g.guarded)];
    const guards = near.reduce((sum, g) => sum + Math.ceil(g.inches / guardLength), 0);
    return guards + wedges > 0 ? { guards, wedges } : nothing;
  },
);

/** What holds and guards the cable. */
export function smallPartLines(house: House): DraftLine[] {
  const { rules } = house;
  const { narrow, wide, data, stackers } = held(house);
  const every = formatLength(rules('staple.every'));
  return [
    ...each(
      { kind: 'staple', size: '1/2' },
      narrow,
      `Near each box at ${formatLength(rules('staple.first'))} along the cable, then every ${every} where nothing else supports it.`,
    ),
    ...each({ kind: 'staple', size: '3/4' }, wide, 'For three-conductor cable.'),
    ...each(
      { kind: 'stacker' },
      stackers,
      `Where ${rules('staple.stack')} cables or more come down one stud.`,
    ),
    ...each({ kind: 'strap' }, data, 'Data cable is held, never pinched.'),
    ...each(
      { kind: 'cable-connector' },
      connectors(house)['connectors'] ?? 0,
      'One for each cable at a panel or metal box.',
    ),
    ...each(
      { kind: 'nail-plate' },
      nailPlates(house)['plates'] ?? 0,
      `Where less than ${formatLength(rules('drill.edge'))} of wood is left to the face.`,
    ),
    ...each(
      { kind: 'guard-plate' },
      alongCable(house)['guards'] ?? 0,
      `Along cable that lies less than ${formatLength(rules('drill.edge'))} from a face: in furring, and in shallow grooves.`,
    ),
    ...each(
      { kind: 'foam-wedge' },
      alongCable(house)['wedges'] ?? 0,
      `Every ${formatLength(rules('groove.wedges'))} along a groove in foam block.`,
    ),
  ];
}

/** Inches of tube from the low bracket up to each screen that has one, a foot over for the bends: common practice, no source. By the screen’s device. */
export const tubes = query('tubes', ({ plan, layout }: House): [screen: string, inches: number][] => {
  const ends = (kind: 'tv' | 'data') =>
    entriesIn(plan, 'devicesOfKind', kind)
      .filter(([, d]) => d.label === 'tube')
      .flatMap(([id, d]) => {
        const placed = layout.placed[d.box];
        return placed ? [{ id, placed }] : [];
      });
  const feet = ends('data');
  return ends('tv').flatMap(({ id, placed: top }): [string, number][] => {
    const away = feet.flatMap(({ placed: foot }) =>
      foot.wall === top.wall && foot.side === top.side
        ? [Math.abs(foot.at - top.at) + Math.abs(foot.bottom - top.bottom)]
        : [],
    );
    return away.length === 0 ? [] : [[id, Math.min(...away) + 12]];
  });
});

/** Tube up to screens, so that a cable can be changed later. */
export function tubeLines(house: House): DraftLine[] {
  const own = tubes(house);
  const inches = Math.ceil(own.reduce((sum, [, l]) => sum + l, 0));
  if (inches === 0) return [];
  const why = `${own.length} up to screens, each with a foot over for the bends.`;
  return [{ item: { kind: 'tube' }, quantity: inches, unit: 'in', why }];
}
