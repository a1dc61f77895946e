import { onGrid } from './grid.ts';
import type { XY } from '../geometry/index.ts';
import { nth } from '../lookups/index.ts';

/** Which of the two square ways between two places stays on open ground: first along the first axis and then across, or the other way about. */
export type SquareWay = 'along first' | 'across first';

/** A stretch of ground, inches. */
export interface Ground {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/** A place as a ground sees it: how far along the joists and across them, and the cells it lies in, two where it lies on the edge between them; -1 beyond the ground. */
export interface Located {
  readonly u: number;
  readonly v: number;
  readonly columnFrom: number;
  readonly columnTo: number;
  readonly rowFrom: number;
  readonly rowTo: number;
  /** Which piece of open ground it lies on; -1 on none. From one to another there is no way. */
  readonly island: number;
}

/** Corners of a shape in the plan, in order. */
export type Shape = readonly XY[];

/** Places nearer than this are one. */
const dust = 1e-6;
/** A slanting edge is followed in steps of this at most, inches. */
const slantStep = 12;

/**
 * The ground that cable over or under rooms may lie on: shapes laid over each other, cut by their own edges into rows and columns of cells
 * along the axis that joists run in. Cells that no shape covers are not open.
 */
export class OpenGround {
  private readonly cos: number;
  private readonly sin: number;
  /** Where its columns and its rows begin and end. */
  readonly us: readonly number[];
  readonly vs: readonly number[];
  /** Open cells, row after row. */
  readonly open: Uint8Array;
  /** By cell: the piece of open ground it is part of, from 0; -1 where it is not open. Cells that meet at a corner are of one. */
  private readonly islands: Int32Array;
  /** Cells that are not open before each cell of its row, and of its column. */
  private readonly shutInRow: Uint16Array;
  private readonly shutInColumn: Uint16Array;
  /** Whether every place on it is reached from any other both ways. */
  readonly isWhole: boolean;
  /** Whether all its edges run along the joists or across them, so that cable goes around what is shut at corners of walls alone. */
  readonly isSquare: boolean;

  /** `direction`: what joists run along, degrees. */
  constructor(
    shapes: readonly Shape[],
    readonly direction: number,
  ) {
    const radians = (direction * Math.PI) / 180;
    const turns = ((direction % 360) + 360) % 360;
    // Exact where joists run square to the plan.
    this.cos = turns % 180 === 0 ? 1 : turns % 90 === 0 ? 0 : Math.cos(radians);
    this.sin = turns % 180 === 0 ? 0 : turns % 90 === 0 ? 1 : Math.sin(radians);
    const turned = shapes.map((shape) => shape.map((p) => this.turned(p)));
    this.isSquare = turned.every((shape) =>
      shape.every((p, i) => !isSlanting(p, nth(shape, (i + 1) % shape.length))),
    );
    const cells = joined(coverOf(turned, edgesOf(turned, 0), edgesOf(turned, 1)));
    this.us = cells.us;
    this.vs = cells.vs;
    this.open = cells.open;
    const [columns, rows] = [Math.max(0, this.us.length - 1), Math.max(0, this.vs.length - 1)];
    this.shutInRow = new Uint16Array((columns + 1) * rows);
    this.shutInColumn = new Uint16Array(columns * (rows + 1));
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < columns; c++) {
        const shut = 1 - this.open[r * columns + c]!;
        this.shutInRow[r * (columns + 1) + c + 1] = this.shutInRow[r * (columns + 1) + c]! + shut;
        this.shutInColumn[(r + 1) * columns + c] = this.shutInColumn[r * columns + c]! + shut;
      }
    this.isWhole = this.open.length > 0 && this.open.every((cell) => cell === 1);
    this.islands = islandsOf(this.open, columns);
  }

  /** A place by how far along the joists and how far across them it lies. */
  private turned({ x, y }: XY): readonly [u: number, v: number] {
    return [x * this.cos + y * this.sin, y * this.cos - x * this.sin];
  }

  /** A place as this ground sees it. */
  locate(at: XY): Located {
    const [u, v] = this.turned(at);
    const [columnFrom, columnTo] = cellsAt(this.us, u);
    const [rowFrom, rowTo] = cellsAt(this.vs, v);
    const island = this.islandAt(columnFrom, columnTo, rowFrom, rowTo);
    return { u, v, columnFrom, columnTo, rowFrom, rowTo, island };
  }

  /** The piece of open ground that some cells round a place are part of: they meet, so that the open ones are all of one. */
  private islandAt(columnFrom: number, columnTo: number, rowFrom: number, rowTo: number): number {
    if (columnFrom < 0 || rowFrom < 0) return -1;
    const columns = this.us.length - 1;
    for (let r = rowFrom; r <= rowTo; r++)
      for (let c = columnFrom; c <= columnTo; c++) {
        const island = this.islands[r * columns + c]!;
        if (island >= 0) return island;
      }
    return -1;
  }

  /** Whether a place lies on open ground or on its edge. */
  holds(at: XY): boolean {
    return this.holdsLocated(this.locate(at));
  }

  /** The same of a place located before. */
  holdsLocated({ island }: Located): boolean {
    return island >= 0;
  }

  /** How to go square from one place to another without leaving open ground; null where neither way stays on it. */
  between(a: XY, b: XY): SquareWay | null {
    return this.betweenLocated(this.locate(a), this.locate(b));
  }

  /** The same of places located before. */
  betweenLocated(a: Located, b: Located): SquareWay | null {
    if (a.island !== b.island) return null;
    if (this.isOpenAlong(a, a, b) && this.isOpenAcross(b, a, b)) return 'along first';
    return this.isOpenAcross(a, a, b) && this.isOpenAlong(b, a, b) ? 'across first' : null;
  }

  /** The corner of a square way between two places. */
  cornerOf(a: XY, b: XY, way: SquareWay): XY {
    const [au, av] = this.turned(a);
    const [bu, bv] = this.turned(b);
    const [u, v] = way === 'along first' ? [bu, av] : [au, bv];
    return { x: u * this.cos - v * this.sin, y: u * this.sin + v * this.cos };
  }

  /** Inches along the joists and across them. */
  apart(a: XY, b: XY): { along: number; across: number } {
    const [au, av] = this.turned(a);
    const [bu, bv] = this.turned(b);
    return { along: Math.abs(onGrid(au) - onGrid(bu)), across: Math.abs(onGrid(av) - onGrid(bv)) };
  }

  /** Whether the stretch between two places, along the joists past a third, is open; one on the edge of two rows may lie in either, cell by cell. */
  private isOpenAlong(past: Located, a: Located, b: Located): boolean {
    const { rowFrom, rowTo } = past;
    if (rowFrom < 0 || a.columnFrom < 0 || b.columnFrom < 0) return false;
    let [from, to] = [a, b];
    if (b.u < a.u) [from, to] = [b, a];
    const isPoint = to.u - from.u <= dust;
    const first = isPoint ? from.columnFrom : from.columnTo;
    const end = (isPoint ? from.columnTo : to.columnFrom) + 1;
    if (isPoint) return this.isAnyOpen(first, end, rowFrom, rowTo + 1);
    const width = this.us.length;
    const before = this.shutInRow;
    if (before[rowFrom * width + end] === before[rowFrom * width + first]) return true;
    if (rowTo === rowFrom) return false;
    if (before[rowTo * width + end] === before[rowTo * width + first]) return true;
    for (let c = first; c < end; c++) if (!this.isAnyOpen(c, c + 1, rowFrom, rowTo + 1)) return false;
    return true;
  }

  private isOpenAcross(past: Located, a: Located, b: Located): boolean {
    const { columnFrom, columnTo } = past;
    if (columnFrom < 0 || a.rowFrom < 0 || b.rowFrom < 0) return false;
    let [from, to] = [a, b];
    if (b.v < a.v) [from, to] = [b, a];
    const isPoint = to.v - from.v <= dust;
    const first = isPoint ? from.rowFrom : from.rowTo;
    const end = (isPoint ? from.rowTo : to.rowFrom) + 1;
    if (isPoint) return this.isAnyOpen(columnFrom, columnTo + 1, first, end);
    const columns = this.us.length - 1;
    const before = this.shutInColumn;
    if (before[end * columns + columnFrom] === before[first * columns + columnFrom]) return true;
    if (columnTo === columnFrom) return false;
    if (before[end * columns + columnTo] === before[first * columns + columnTo]) return true;
    for (let r = first; r < end; r++) if (!this.isAnyOpen(columnFrom, columnTo + 1, r, r + 1)) return false;
    return true;
  }

  /** Whether one of some cells is open. */
  private isAnyOpen(columnFrom: number, columnEnd: number, rowFrom: number, rowEnd: number): boolean {
    const columns = this.us.length - 1;
    for (let r = rowFrom; r < rowEnd; r++)
      for (let c = columnFrom; c < columnEnd; c++) if (this.open[r * columns + c] === 1) return true;
    return false;
  }

  /** Ground that is open in one of two and not in the other, in the plan; joists of both run the same way. */
  static differing(a: OpenGround, b: OpenGround): Ground[] {
    if (a === b || isSame(a, b)) return [];
    const us = merged([...a.us, ...b.us]);
    const vs = merged([...a.vs, ...b.vs]);
    const grounds: Ground[] = [];
    for (let r = 0; r + 1 < vs.length; r++) {
      let from: number | null = null;
      const v = (vs[r]! + vs[r + 1]!) / 2;
      for (let c = 0; c + 1 < us.length; c++) {
        const u = (us[c]! + us[c + 1]!) / 2;
        const differs = a.isCellOpen(u, v) !== b.isCellOpen(u, v);
        if (differs) from ??= us[c]!;
        if (from !== null && (!differs || c + 2 === us.length)) {
          grounds.push(a.inPlan(from, differs ? us[c + 1]! : us[c]!, vs[r]!, vs[r + 1]!));
          from = null;
        }
      }
    }
    return grounds;
  }

  private isCellOpen(u: number, v: number): boolean {
    const [c, r] = [cellOf(this.us, u), cellOf(this.vs, v)];
    const [columns, rows] = [this.us.length - 1, this.vs.length - 1];
    if (u < this.us[0]! || v < this.vs[0]! || c >= columns || r >= rows) return false;
    return this.open[r * columns + c] === 1;
  }

  private inPlan(u0: number, u1: number, v0: number, v1: number): Ground {
    const corners = [u0, u1].flatMap((u) =>
      [v0, v1].map((v) => ({ x: u * this.cos - v * this.sin, y: u * this.sin + v * this.cos })),
    );
    const [xs, ys] = [corners.map((p) => p.x), corners.map((p) => p.y)];
    return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) };
  }
}

/** Cells between edges, row after row, each open or not. */
interface Cells {
  readonly us: readonly number[];
  readonly vs: readonly number[];
  readonly open: Uint8Array;
}

/** Each open cell's piece of open ground, pieces counted from 0; -1 for shut cells. */
function islandsOf(open: Uint8Array, columns: number): Int32Array {
  const islands = new Int32Array(open.length).fill(-1);
  let count = 0;
  for (let first = 0; first < open.length; first++) {
    if (open[first] !== 1 || islands[first]! >= 0) continue;
    const island = count++;
    const reached = [first];
    islands[first] = island;
    for (let cell = reached.pop(); cell !== undefined; cell = reached.pop()) {
      const column = cell % columns;
      for (let dr = -1; dr <= 1; dr++)
        for (let dc = -1; dc <= 1; dc++) {
          const next = cell + dr * columns + dc;
          if (column + dc < 0 || column + dc >= columns || next < 0 || next >= open.length) continue;
          if (open[next] !== 1 || islands[next]! >= 0) continue;
          islands[next] = island;
          reached.push(next);
        }
    }
  }
  return islands;
}

type Turned = readonly (readonly [u: number, v: number])[];

/** The cells that shapes cover. */
function coverOf(shapes: readonly Turned[], us: readonly number[], vs: readonly number[]): Cells {
  const columns = Math.max(0, us.length - 1);
  const open = new Uint8Array(columns * Math.max(0, vs.length - 1));
  for (const shape of shapes) {
    const [lowV, highV] = [Math.min(...shape.map((p) => p[1])), Math.max(...shape.map((p) => p[1]))];
    for (let r = cellOf(vs, lowV); r + 1 < vs.length; r++) {
      const middle = (vs[r]! + vs[r + 1]!) / 2;
      if (middle > highV) break;
      const hits: number[] = [];
      shape.forEach(([u, v], i) => {
        const [nextU, nextV] = nth(shape, (i + 1) % shape.length);
        if (v > middle !== nextV > middle) hits.push(u + ((middle - v) * (nextU - u)) / (nextV - v));
      });
      hits.sort((a, b) => a - b);
      for (let k = 0; k + 1 < hits.length; k += 2)
        for (let c = cellOf(us, hits[k]!); c < columns; c++) {
          const centre = (us[c]! + us[c + 1]!) / 2;
          if (centre > hits[k + 1]!) break;
          if (centre > hits[k]!) open[r * columns + c] = 1;
        }
    }
  }
  return { us, vs, open };
}

/** The same ground in as few cells as it takes, so that walls moved within it change nothing. */
function joined({ us, vs, open }: Cells): Cells {
  const columns = Math.max(0, us.length - 1);
  const rows = Math.max(0, vs.length - 1);
  const isColumnAlike = (c: number) => {
    for (let r = 0; r < rows; r++) if (open[r * columns + c] !== open[r * columns + c - 1]) return false;
    return true;
  };
  const isRowAlike = (r: number) => {
    for (let c = 0; c < columns; c++) if (open[r * columns + c] !== open[(r - 1) * columns + c]) return false;
    return true;
  };
  const keptColumns = Array.from({ length: columns }, (_, c) => c).filter(
    (c) => c === 0 || !isColumnAlike(c),
  );
  const keptRows = Array.from({ length: rows }, (_, r) => r).filter((r) => r === 0 || !isRowAlike(r));
  return {
    us: [...keptColumns.map((c) => us[c]!), ...us.slice(-1)],
    vs: [...keptRows.map((r) => vs[r]!), ...vs.slice(-1)],
    open: Uint8Array.from(keptRows.flatMap((r) => keptColumns.map((c) => open[r * columns + c]!))),
  };
}

/** Whether two grounds are cut alike and open alike. */
export function isSameGround(a: OpenGround, b: OpenGround): boolean {
  return a === b || (a.direction === b.direction && a.isSquare === b.isSquare && isSame(a, b));
}

function isSame(a: OpenGround, b: OpenGround): boolean {
  const alike = (x: ArrayLike<number>, y: ArrayLike<number>) => {
    if (x.length !== y.length) return false;
    for (let i = 0; i < x.length; i++) if (x[i] !== y[i]) return false;
    return true;
  };
  return alike(a.us, b.us) && alike(a.vs, b.vs) && alike(a.open, b.open);
}

/** Values in order, each once. */
function merged(values: readonly number[]): number[] {
  const kept: number[] = [];
  for (const value of [...values].sort((a, b) => a - b))
    if (kept.length === 0 || value - kept[kept.length - 1]! > dust) kept.push(value);
  return kept;
}

const isSlanting = (p: readonly [number, number], next: readonly [number, number]): boolean =>
  Math.abs(next[0] - p[0]) > dust && Math.abs(next[1] - p[1]) > dust;

/** Where cells begin and end along one axis: at every corner, and step by step along slanting edges. */
function edgesOf(shapes: readonly (readonly (readonly [number, number])[])[], axis: 0 | 1): number[] {
  const values: number[] = [];
  for (const shape of shapes)
    shape.forEach((p, i) => {
      const next = nth(shape, (i + 1) % shape.length);
      values.push(p[axis]);
      if (!isSlanting(p, next)) return;
      const [low, high] = [Math.min(p[axis], next[axis]), Math.max(p[axis], next[axis])];
      // In even steps, so that a house drawn the other way about is cut alike.
      const steps = Math.ceil((high - low) / slantStep - dust);
      for (let k = 1; k < steps; k++) values.push(low + ((high - low) * k) / steps);
    });
  return merged(values);
}

/** The last cell that begins at a value or before it; the first where none does. */
function cellOf(edges: readonly number[], value: number): number {
  let [low, high] = [0, edges.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (edges[middle]! > value + dust) high = middle;
    else low = middle + 1;
  }
  return Math.max(0, low - 1);
}

/** The cells a value lies in, first and last: two where it lies on the edge between them, -1 beyond all of them. */
function cellsAt(edges: readonly number[], value: number): readonly [number, number] {
  const last = edges.length - 2;
  if (last < 0 || value < edges[0]! - dust || value > edges[last + 1]! + dust) return [-1, -1];
  const cell = Math.min(cellOf(edges, value), last);
  const isOnEdge = Math.abs(edges[cell]! - value) <= dust;
  return [isOnEdge && cell > 0 ? cell - 1 : cell, cell];
}
