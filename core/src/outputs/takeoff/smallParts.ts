import type { BoxLayout } from '../../boxes/index.ts';
import type { BoxResult } from '../../fill/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { cables, isData } from '../../materials/index.ts';
import { catalogueOf, type Plan } from '../../plan/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { RunLayout } from '../../runs/index.ts';
import { formatLength } from '../../units/index.ts';
import { each, type DraftLine } from './line.ts';

/** Cables that go through a connector: one at each panel, one at each box without clamps of its own. */
function connectors(plan: Plan, boxes: Readonly<Record<string, BoxResult>>): number {
  const catalogue = catalogueOf(plan);
  const ends = Object.values(plan.runs).flatMap((r) => [r.from, ...(r.to === null ? [] : [r.to])]);
  return ends.filter(
    (e) => plan.panels[e] !== undefined || catalogue[boxes[e]?.model ?? '']?.clamps === 'external',
  ).length;
}

/** What holds and guards the cable. */
export function smallPartLines(
  plan: Plan,
  runs: RunLayout,
  boxes: Readonly<Record<string, BoxResult>>,
  rules: RuleBook,
): DraftLine[] {
  const all = Object.values(runs.runs);
  const laid = all.filter((r) => !isData(r.cable));
  const narrow = laid.filter((r) => entryOf(cables, r.cable).conductors === 2);
  const staplesOf = (list: typeof laid) => list.reduce((sum, r) => sum + r.staples, 0);
  const holes = new Map(all.flatMap((r) => r.bores.map((b) => [b.hole, b] as const)));
  const every = formatLength(rules('staple.every'));
  return [
    ...each(
      { kind: 'staple', size: '1/2' },
      'Staple, 1/2 in., insulated',
      staplesOf(narrow),
      `Near each box at ${formatLength(rules('staple.first'))} along the cable, then every ${every} where nothing else supports it.`,
    ),
    ...each(
      { kind: 'staple', size: '3/4' },
      'Staple, 3/4 in., insulated',
      staplesOf(laid) - staplesOf(narrow),
      'For three-conductor cable.',
    ),
    ...each(
      { kind: 'strap' },
      'Data cable strap, loose',
      staplesOf(all) - staplesOf(laid),
      'Data cable is held, never pinched.',
    ),
    ...each(
      { kind: 'cable-connector' },
      'Cable connector',
      connectors(plan, boxes),
      'One for each cable at a panel or metal box.',
    ),
    ...each(
      { kind: 'nail-plate' },
      'Steel nail plate, 1/16 in.',
      [...holes.values()].filter((b) => b.plate).length,
      `Where less than ${formatLength(rules('drill.edge'))} of wood is left to the face.`,
    ),
  ];
}

/** Tube from the low bracket up to each screen, so that a cable can be changed later; a foot over for the bends. Common practice, no source. */
export function tubeLines(plan: Plan, layout: BoxLayout): DraftLine[] {
  const ends = (kind: 'tv' | 'data') =>
    Object.values(plan.devices)
      .filter((d) => d.kind === kind && d.label === 'tube')
      .flatMap((d) => layout.placed[d.box] ?? []);
  const lengths = ends('tv').flatMap((top) => {
    const away = ends('data')
      .filter((foot) => foot.wall === top.wall && foot.side === top.side)
      .map((foot) => Math.abs(foot.at - top.at) + Math.abs(foot.bottom - top.bottom));
    return away.length === 0 ? [] : [Math.min(...away) + 12];
  });
  const inches = Math.ceil(lengths.reduce((sum, l) => sum + l, 0));
  if (inches === 0) return [];
  const why = `${lengths.length} up to screens, each with a foot over for the bends.`;
  return [{ item: { kind: 'tube' }, name: 'Flexible tube, 1-1/4 in.', quantity: inches, unit: 'in', why }];
}
