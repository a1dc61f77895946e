import { boxNumber, cableLabelsInOrder, circuitNumber } from '@fieldchalk/core';
import { rectangle, segment, type Ink } from '@fieldchalk/core/figures';
import { type Page, type PaperName, papers } from '../layout/page.ts';
import { wrapped } from '../layout/type.ts';
import type { MadeSheet, SheetJob } from './job.ts';

/** How labels lie on a bought sheet, in points: common sizes, from memory. */
export interface LabelLayout {
  readonly says: string;
  readonly columns: number;
  readonly rows: number;
  readonly left: number;
  readonly top: number;
  readonly across: number;
  readonly down: number;
  readonly width: number;
  readonly height: number;
}

const mm = 72 / 25.4;
export const labelLayouts: Readonly<Record<PaperName, readonly LabelLayout[]>> = {
  letter: [
    {
      says: '80 a sheet, 1 3/4 × 1/2 in.',
      ...{ columns: 4, rows: 20, left: 20.25, top: 36, across: 148.5, down: 36, width: 126, height: 36 },
    },
    {
      says: '30 a sheet, 2 5/8 × 1 in.',
      ...{ columns: 3, rows: 10, left: 13.5, top: 36, across: 198, down: 72, width: 189, height: 72 },
    },
  ],
  a4: [
    {
      says: '65 a sheet, 38.1 × 21.2 mm',
      columns: 5,
      rows: 13,
      left: 4.7 * mm,
      top: 10.7 * mm,
      across: 40.6 * mm,
      down: 21.2 * mm,
      width: 38.1 * mm,
      height: 21.2 * mm,
    },
    {
      says: '24 a sheet, 63.5 × 33.9 mm',
      columns: 3,
      rows: 8,
      left: 7.2 * mm,
      top: 12.9 * mm,
      across: 66 * mm,
      down: 33.9 * mm,
      width: 63.5 * mm,
      height: 33.9 * mm,
    },
  ],
};

/** Words in a cell of a label sheet: as large as they fit on at most three lines. */
function fitted(words: string, x: number, y: number, width: number, height: number): Ink[] {
  const sizes = [11, 10, 9, 8, 7, 6, 5];
  const pad = 4;
  const fits = sizes.find((size) => {
    const set = wrapped(words, width - 2 * pad, size, 'bold');
    return set.length <= 3 && set.length * size * 1.15 <= height - 4;
  });
  const size = fits ?? 5;
  const set = wrapped(words, width - 2 * pad, size, 'bold').slice(
    0,
    Math.max(1, Math.floor((height - 2) / (size * 1.15))),
  );
  const top = y + (height - set.length * size * 1.15) / 2;
  return set.map((line, i): Ink => ({
    kind: 'text',
    text: line,
    x: x + width / 2,
    y: top + (i + 0.85) * size * 1.15,
    size,
    bold: true,
    align: 'middle',
    width: width - 2 * pad,
  }));
}

/** A label for every box that cable comes into. */
function boxWords({ plan, result }: SheetJob): string[] {
  return Object.keys(result.makeup).map((id) => {
    const circuits = Object.values(plan.devices).flatMap((d) => (d.box === id ? (d.circuit ?? []) : []));
    const numbers = [...new Set(circuits)].map((c) => circuitNumber(plan, c));
    return [`Box ${boxNumber(id)}`, ...(numbers.length > 0 ? [`circuit ${numbers.join(', ')}`] : [])].join(
      ' · ',
    );
  });
}

/** Labels for both ends of every cable, then one a box, on sheets of the smallest common size. */
export function labelSheets(job: SheetJob): MadeSheet[] {
  const [layout] = labelLayouts[job.paper];
  const words = [...cableLabelsInOrder(job.result.cuts), ...boxWords(job)];
  if (!layout || words.length === 0) return [];
  const each = layout.columns * layout.rows;
  const title = `Labels, ${layout.says}`;
  const { width, height } = papers[job.paper];
  const pages = Array.from({ length: Math.ceil(words.length / each) }, (_, n): Page => ({
    width,
    height,
    sheet: 'labels',
    title,
    parts: words.slice(n * each, (n + 1) * each).map((label, i) => {
      const x = layout.left + (i % layout.columns) * layout.across;
      const y = layout.top + Math.floor(i / layout.columns) * layout.down;
      return { tag: 'P', ink: fitted(label, x, y, layout.width, layout.height) };
    }),
  }));
  return [{ id: 'labels', title, pages }];
}

const flag = { width: 180, height: 30, across: 2, gap: 12 } as const;

/** Cable flags on plain paper: the words on both halves, to be cut out, folded around the cable and taped. */
export function flagSheets(job: SheetJob): MadeSheet[] {
  const { result, paper } = job;
  const words = cableLabelsInOrder(result.cuts);
  if (words.length === 0) return [];
  const { width, height } = papers[paper];
  const [left, top] = [(width - flag.across * flag.width * 1.35 - flag.gap) / 2, 64];
  const wide = flag.width * 1.35;
  const rows = Math.floor((height - top - 44) / (flag.height + 4));
  const each = rows * flag.across;
  const title = 'Cable flags';
  const pages = Array.from({ length: Math.ceil(words.length / each) }, (_, n): Page => ({
    width,
    height,
    sheet: 'flags',
    title,
    parts: [
      { tag: 'H1', ink: [{ kind: 'text', text: title, x: left, y: 45, size: 13, bold: true }] },
      {
        tag: 'P',
        ink: [
          {
            kind: 'text',
            text: 'Cut out, fold in the middle around the cable, tape.',
            x: left,
            y: 58,
            size: 8.5,
          },
        ],
      },
      ...words.slice(n * each, (n + 1) * each).flatMap((label, i): Page['parts'][number][] => {
        const x = left + (i % flag.across) * (wide + flag.gap);
        const y = top + Math.floor(i / flag.across) * (flag.height + 4);
        const half = wide / 2;
        return [
          {
            tag: 'Artifact',
            ink: [
              { kind: 'path', d: rectangle({ x, y, width: wide, height: flag.height }), pen: { width: 0.6 } },
              {
                kind: 'path',
                d: segment({ x: x + half, y }, { x: x + half, y: y + flag.height }),
                pen: { width: 0.5, dash: [2, 2] },
              },
              ...fitted(label, x + half, y, half, flag.height),
            ],
          },
          { tag: 'P', ink: fitted(label, x, y, half, flag.height) },
        ];
      }),
    ],
  }));
  return [{ id: 'flags', title, pages }];
}
