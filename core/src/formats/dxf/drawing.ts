import { nth } from '../../lookups/index.ts';
import DxfParser from 'dxf-parser';
import type { XY } from '../../geometry/index.ts';

/** What a drawing holds that a plan can be read from: straight pieces, arcs and words, in the drawing's own units. */
export interface DrawnSegment {
  readonly layer: string;
  readonly a: XY;
  readonly b: XY;
}
export interface DrawnArc {
  readonly layer: string;
  readonly center: XY;
  readonly radius: number;
  readonly ends: readonly [XY, XY];
}
export interface DrawnText {
  readonly layer: string;
  readonly at: XY;
  readonly text: string;
}
export interface Drawing {
  readonly segments: readonly DrawnSegment[];
  readonly arcs: readonly DrawnArc[];
  readonly texts: readonly DrawnText[];
  /** The header's $INSUNITS; 0 when it says nothing. */
  readonly unitsCode: number;
}

export type DrawingReading =
  { readonly ok: true; readonly drawing: Drawing } | { readonly ok: false; readonly problem: string };

interface Entity {
  readonly type: string;
  readonly layer?: string;
  readonly inPaperSpace?: boolean;
  readonly vertices?: readonly (XY & { bulge?: number })[];
  readonly shape?: boolean;
  readonly center?: XY;
  readonly radius?: number;
  readonly startAngle?: number;
  readonly endAngle?: number;
  readonly startPoint?: XY;
  readonly position?: XY;
  readonly text?: string;
  readonly name?: string;
  readonly rotation?: number;
  readonly xScale?: number;
  readonly yScale?: number;
  readonly columnCount?: number;
  readonly rowCount?: number;
  readonly columnSpacing?: number;
  readonly rowSpacing?: number;
}
interface Parsed {
  readonly header?: Readonly<Record<string, unknown>>;
  readonly blocks?: Readonly<Record<string, { entities?: readonly Entity[]; position?: XY }>>;
  readonly entities: readonly Entity[];
}

type Place = (p: XY) => XY;
const deepest = 8;

function placeOf(insert: Entity, base: XY, column: number, row: number): Place {
  const radians = ((insert.rotation ?? 0) * Math.PI) / 180;
  const [sin, cos] = [Math.sin(radians), Math.cos(radians)];
  const origin = insert.position ?? { x: 0, y: 0 };
  return (p) => {
    const x = (p.x - base.x) * (insert.xScale ?? 1) + column * (insert.columnSpacing ?? 0);
    const y = (p.y - base.y) * (insert.yScale ?? 1) + row * (insert.rowSpacing ?? 0);
    return { x: origin.x + x * cos - y * sin, y: origin.y + x * sin + y * cos };
  };
}

/** Words without the drawing program's marks: `%%u` underlines, `{\f…;}` fonts, `\P` new lines. */
function plainWords(text: string): string {
  return text
    .replace(/%%[uoUO]/g, '')
    .replace(/%%[dD]/g, '°')
    .replace(/\\P/g, ' ')
    .replace(/\\[A-Za-z][^;\\{}]*;/g, '')
    .replace(/[{}]/g, '')
    .trim();
}

class Collector {
  readonly segments: DrawnSegment[] = [];
  readonly arcs: DrawnArc[] = [];
  readonly texts: DrawnText[] = [];
  constructor(private readonly blocks: NonNullable<Parsed['blocks']>) {}

  add(entity: Entity, place: Place, parentLayer: string, depth: number): void {
    const own = entity.layer ?? '0';
    const layer = own === '0' ? parentLayer : own;
    switch (entity.type) {
      case 'LINE':
      case 'LWPOLYLINE':
      case 'POLYLINE':
        return this.addPolyline(entity, place, layer);
      case 'ARC':
        return this.addArc(entity, place, layer);
      case 'TEXT':
      case 'MTEXT': {
        const at = entity.startPoint ?? entity.position;
        const text = plainWords(entity.text ?? '');
        if (at && text) this.texts.push({ layer, at: place(at), text });
        return;
      }
      case 'INSERT':
        return this.addInsert(entity, place, layer, depth);
      default:
    }
  }

  private addPolyline({ vertices = [], shape }: Entity, place: Place, layer: string): void {
    const placed = vertices.map(place);
    const count = shape ? placed.length : placed.length - 1;
    for (let i = 0; i < count; i++)
      this.segments.push({ layer, a: nth(placed, i), b: nth(placed, (i + 1) % placed.length) });
  }

  private addArc({ center, radius, startAngle, endAngle }: Entity, place: Place, layer: string): void {
    if (!center || !radius || startAngle === undefined || endAngle === undefined) return;
    const at = (angle: number) =>
      place({ x: center.x + radius * Math.cos(angle), y: center.y + radius * Math.sin(angle) });
    const middle = place(center);
    const ends: [XY, XY] = [at(startAngle), at(endAngle)];
    const placedRadius = Math.hypot(ends[0].x - middle.x, ends[0].y - middle.y);
    this.arcs.push({ layer, center: middle, radius: placedRadius, ends });
  }

  private addInsert(insert: Entity, place: Place, layer: string, depth: number): void {
    const block = this.blocks[insert.name ?? ''];
    if (!block?.entities || depth >= deepest) return;
    for (let column = 0; column < (insert.columnCount || 1); column++)
      for (let row = 0; row < (insert.rowCount || 1); row++) {
        const inner = placeOf(insert, block.position ?? { x: 0, y: 0 }, column, row);
        for (const entity of block.entities) this.add(entity, (p) => place(inner(p)), layer, depth + 1);
      }
  }
}

/** Reads the text of a DXF file; blocks are laid out where they are inserted. Never throws: a broken or empty file says what is wrong. */
export function readDrawing(text: string): DrawingReading {
  if (text.trim() === '') return { ok: false, problem: 'is empty' };
  let parsed: Parsed | null;
  try {
    parsed = new DxfParser().parseSync(text) as unknown as Parsed | null;
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    return {
      ok: false,
      problem: `is not a DXF drawing that can be read: ${said.split('\n')[0]}. Save it again as ASCII DXF`,
    };
  }
  if (!parsed?.entities)
    return { ok: false, problem: 'holds no ENTITIES section; save it again as ASCII DXF' };
  const collector = new Collector(parsed.blocks ?? {});
  for (const entity of parsed.entities)
    if (!entity.inPaperSpace) collector.add(entity, (p) => ({ x: p.x, y: p.y }), '0', 0);
  const { segments, arcs, texts } = collector;
  if (segments.length === 0) return { ok: false, problem: 'holds no lines in its model space' };
  const drawing = { segments, arcs, texts, unitsCode: Number(parsed.header?.['$INSUNITS'] ?? 0) };
  return { ok: true, drawing: atOrigin(drawing) };
}

/** Moves a drawing so that its lower left corner is the origin: far from it, small errors of direction would grow. */
function atOrigin(drawing: Drawing): Drawing {
  const points = drawing.segments.flatMap((s) => [s.a, s.b]);
  const low = points.reduce((m, p) => ({ x: Math.min(m.x, p.x), y: Math.min(m.y, p.y) }), nth(points, 0));
  return mapped(drawing, (p) => ({ x: p.x - low.x, y: p.y - low.y }), 1);
}

/** Every place of a drawing through the same map; `stretch` is what the map does to lengths. */
export function mapped(drawing: Drawing, place: (p: XY) => XY, stretch: number): Drawing {
  return {
    ...drawing,
    segments: drawing.segments.map((s) => ({ ...s, a: place(s.a), b: place(s.b) })),
    arcs: drawing.arcs.map((a) => ({
      ...a,
      center: place(a.center),
      radius: a.radius * stretch,
      ends: [place(a.ends[0]), place(a.ends[1])],
    })),
    texts: drawing.texts.map((t) => ({ ...t, at: place(t.at) })),
  };
}
