import type { Stage } from '../entry/order.ts';

/** What a pane of the workspace may hold. */
export const pieces = {
  plan: 'Plan',
  ribbon: 'Unrolled room',
  work: 'Work and reasons',
  open: 'Open here',
  made: 'Box made up',
  coils: 'Coils',
} as const;
export type Piece = keyof typeof pieces;

/** A pane, or panes beside or under each other; `size` is its share of what holds it, in hundredths, at first. */
export type Part =
  | { readonly piece: Piece; readonly size: number; readonly isFolded?: boolean }
  | { readonly split: 'columns' | 'rows'; readonly parts: readonly Part[]; readonly size: number };
export type Layout = Extract<Part, { split: unknown }>;

const columns = (size: number, ...parts: Part[]): Layout => ({ split: 'columns', parts, size });
const rows = (size: number, ...parts: Part[]): Layout => ({ split: 'rows', parts, size });
const pane = (piece: Piece, size: number): Part => ({ piece, size });
const folded = (piece: Piece, size: number): Part => ({ piece, size, isFolded: true });

/** How each stage arranges its panes on a wide screen. */
const wide: Readonly<Record<Stage, Layout>> = {
  walk: columns(100, rows(64, pane('plan', 66), pane('ribbon', 34)), pane('work', 36)),
  boxes: columns(100, rows(22, pane('plan', 50), pane('open', 50)), pane('ribbon', 51), pane('work', 27)),
  circuits: columns(100, rows(60, pane('plan', 70), folded('ribbon', 30)), pane('work', 40)),
  runs: columns(100, rows(68, pane('ribbon', 55), pane('plan', 45)), pane('work', 32)),
  'make-up': columns(100, rows(24, pane('plan', 45), pane('work', 55)), pane('made', 76)),
  order: columns(100, pane('work', 60), rows(40, pane('plan', 50), pane('coils', 50))),
  crew: columns(100, rows(64, pane('plan', 62), pane('ribbon', 38)), pane('work', 36)),
  prove: columns(100, pane('work', 44), rows(56, pane('ribbon', 52), pane('plan', 48))),
};

/** The same on a tablet held upright: what the stage is about over the whole width, the rest under it. */
const upright: Readonly<Record<Stage, Layout>> = {
  walk: rows(100, pane('plan', 52), columns(48, pane('work', 60), pane('ribbon', 40))),
  boxes: rows(
    100,
    pane('ribbon', 55),
    columns(45, rows(42, pane('plan', 60), pane('open', 40)), pane('work', 58)),
  ),
  circuits: rows(100, pane('plan', 38), folded('ribbon', 20), pane('work', 42)),
  runs: rows(100, pane('ribbon', 42), columns(58, pane('plan', 52), pane('work', 48))),
  'make-up': rows(100, pane('made', 62), columns(38, pane('plan', 50), pane('work', 50))),
  order: rows(100, pane('work', 58), columns(42, pane('plan', 50), pane('coils', 50))),
  crew: rows(100, pane('plan', 45), columns(55, pane('work', 56), pane('ribbon', 44))),
  prove: rows(100, pane('work', 50), columns(50, pane('plan', 45), pane('ribbon', 55))),
};

export const layoutOf = (stage: Stage, isUpright: boolean): Layout => (isUpright ? upright : wide)[stage];

const isLayout = (part: Part): part is Layout => 'split' in part;

/** The panes of a layout, first to last. */
export function piecesOf(part: Part): { piece: Piece; isFolded: boolean }[] {
  return isLayout(part)
    ? part.parts.flatMap(piecesOf)
    : [{ piece: part.piece, isFolded: part.isFolded ?? false }];
}

/** A layout without the panes that are folded away; those beside them take their room. Null when nothing is left. */
export function withoutFolded(part: Part, isFolded: (piece: Piece) => boolean): Part | null {
  if (!isLayout(part)) return isFolded(part.piece) ? null : part;
  const left = part.parts.flatMap((p) => withoutFolded(p, isFolded) ?? []);
  const [only] = left;
  if (!only) return null;
  if (left.length === 1) return { ...only, size: part.size };
  const whole = left.reduce((sum, p) => sum + p.size, 0);
  return { ...part, parts: left.map((p) => ({ ...p, size: (p.size / whole) * 100 })) };
}
