import {
  boxNumber,
  circuitNumber,
  compareIds,
  deviceWords,
  devicesIn,
  entryOf,
  formatLength,
} from '@fieldchalk/core';
import {
  cablePen,
  planFigure,
  segment,
  type Figure,
  type Ink,
  type PlanShown,
} from '@fieldchalk/core/figures';
import { column, table, text, type Block } from '../layout/blocks.ts';
import { figureScale, type MadeSheet, paneOf, type SheetJob, sheetOf, unitsAnInch } from './job.ts';

/** Two feet and five of a plan's own scale, to measure from. */
function scaleBar(figure: Figure, scale: number): Figure {
  const y = figure.height + 12;
  const bar = [0, 2, 5].map((feet) => ({ feet, x: 4 + feet * 12 * scale }));
  const [from, , to] = bar;
  if (!from || !to) return figure;
  const ink: Ink[] = [
    { kind: 'path', d: segment({ x: from.x, y }, { x: to.x, y }), pen: { width: 1.4 } },
    ...bar.flatMap(({ feet, x }): Ink[] => [
      { kind: 'path', d: segment({ x, y: y - 4 }, { x, y: y + 4 }), pen: { width: 1 } },
      { kind: 'text', text: `${feet}`, x, y: y + 15, size: 10, align: 'middle' },
    ]),
    {
      kind: 'text',
      text: `feet${figure.scaleSays ? `; ${figure.scaleSays}` : ''}`,
      x: to.x + 14,
      y: y + 4,
      size: 10.5,
    },
  ];
  return { ...figure, height: figure.height + 30, ink: [...figure.ink, ...ink] };
}

const shownWords: Readonly<Record<PlanShown, string>> = {
  boxes: 'boxes',
  circuits: 'circuits',
  runs: 'runs',
  ceilings: 'ceilings',
};

const levelsInOrder = ({ plan }: SheetJob): string[] =>
  Object.keys(plan.levels).sort(
    (a, b) => entryOf(plan.levels, a).elevation - entryOf(plan.levels, b).elevation || compareIds(a, b),
  );

/** How each kind of cable on a sheet is drawn. */
export function cableKey(job: SheetJob): Figure {
  const kinds = [...new Set(Object.values(job.result.runs).map((r) => r.cable))].sort(compareIds);
  return {
    width: Math.max(1, kinds.length) * 120,
    height: 20,
    says: 'How cables are drawn',
    ink: kinds.flatMap((cable, i): Ink[] => [
      {
        kind: 'path',
        d: segment({ x: i * 120, y: 11 }, { x: i * 120 + 44, y: 11 }),
        pen: cablePen(cable),
      },
      { kind: 'text', text: cable, x: i * 120 + 50, y: 15, size: 11 },
    ]),
  };
}

function circuitTable({ plan, result, names }: SheetJob): Block {
  const many = Object.keys(plan.panels).length > 1;
  const ids = Object.keys(plan.circuits).sort(
    (a, b) =>
      compareIds(entryOf(plan.circuits, a).panel ?? '~', entryOf(plan.circuits, b).panel ?? '~') ||
      (entryOf(plan.circuits, a).space ?? 999) - (entryOf(plan.circuits, b).space ?? 999) ||
      compareIds(a, b),
  );
  return table(
    [
      column('No.', 1, { bold: true }),
      ...(many ? [column('Panel', 2)] : []),
      column('Circuit', 6),
      column('Breaker', 2),
      column('Wire', 1.5),
      column('Load, VA', 2, { align: 'right' }),
      column('Drop', 1.5, { align: 'right' }),
    ],
    ids.map((id) => {
      const { name, amps, poles, gauge, panel } = entryOf(plan.circuits, id);
      const own = result.circuits[id];
      return [
        circuitNumber(plan, id),
        ...(many ? [panel === null ? '' : names.panel(panel)] : []),
        name,
        `${amps} A${poles === 2 ? ' 2-pole' : ''}`,
        `${gauge} AWG`,
        own ? `${Math.round(own.planned)}` : '',
        own && own.dropPercent > 0 ? `${own.dropPercent.toFixed(1)} %` : '',
      ];
    }),
  );
}

function ceilingTable(job: SheetJob, level: string): Block {
  const { plan, result, names } = job;
  const rows = Object.entries(result.ceilings)
    .filter(([, m]) => plan.rooms[m.room]?.level === level)
    .sort(([a], [b]) => compareIds(a, b))
    .map(([id, m]) => [
      boxNumber(id),
      devicesIn(plan, id)
        .map(([, d]) => deviceWords(d.kind))
        .join(', '),
      names.room(m.room),
      m.from.map((f) => `${formatLength(f.distance)} from ${names.wallIn(m.room, f.wall)}`).join(', '),
    ]);
  return table(
    [column('Box', 1, { bold: true }), column('What', 4), column('Room', 4), column('To its middle', 7)],
    rows,
  );
}

/** What stands under a plan. */
function below(job: SheetJob, level: string, shown: PlanShown): Block[] {
  if (shown === 'circuits') return [circuitTable(job)];
  if (shown === 'ceilings') return [ceilingTable(job, level)];
  if (shown === 'runs') return [{ kind: 'figure', figure: cableKey(job), scale: figureScale }];
  return [];
}

/** A sheet for every level that has something of the kind on it; of those named, where some are. `told` stands before its title. */
export function planSheets(
  job: SheetJob,
  shown: PlanShown,
  { told = '', of }: { told?: string; of?: ReadonlySet<string> } = {},
): MadeSheet[] {
  const { plan, result, changed } = job;
  return levelsInOrder(job).flatMap((level): MadeSheet[] => {
    const hasRooms = Object.values(plan.rooms).some((r) => r.level === level);
    const hasCeiling = Object.values(result.ceilings).some((m) => plan.rooms[m.room]?.level === level);
    if (of && !of.has(level)) return [];
    if (!hasRooms || (shown === 'ceilings' && !hasCeiling)) return [];
    const drawn = planFigure(plan, result, {
      level,
      shown,
      pane: paneOf(job, shown === 'runs' ? 66 : 44),
      unitsAnInch,
      changed,
    });
    const { name } = entryOf(plan.levels, level);
    const what = shownWords[shown];
    return [
      sheetOf(job, `${told}${shown} ${level}`, `${told}Plan with ${what}, ${name || level}`, [
        { kind: 'figure', figure: scaleBar(drawn, drawn.scale ?? 1), scale: figureScale },
        ...below(job, level, shown),
        ...(shown === 'boxes'
          ? [text('Numbers are those of the boxes. Dotted lines lead from switches to what they work.')]
          : []),
        ...(shown === 'circuits' ? [text('Numbers beside boxes are those of their circuits.')] : []),
      ]),
    ];
  });
}
