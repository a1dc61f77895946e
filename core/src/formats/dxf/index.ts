import { nth } from '../../lookups/index.ts';
import { headingOf, type XY } from '../../geometry/index.ts';
import { formatLength } from '../../units/index.ts';
import type {
  Doubt,
  ImportedHouse,
  ImportedLabel,
  ImportedOpening,
  ImportedWall,
} from '../imported/house.ts';
import { housePlan, type ImportReading, type ImportStep } from '../imported/toPlan.ts';
import { mapped, readDrawing, type Drawing, type DrawnSegment } from './drawing.ts';
import { readScale, type DrawingUnit, type ScaleReading } from './scale.ts';
import { alongOf, findStrips, lineFamilies, offsetOf, pointAt } from './strips.ts';
import { readRoomSize, readTag, type OpeningTag } from './tags.ts';
import { arcOfGap, linesInGap, wallsFromStrips, type DrawnWall, type Evidence } from './walls.ts';

export { drawingUnits, type DrawingUnit, type ScaleReading } from './scale.ts';

export interface DxfOptions {
  /** The drawing's unit, when a person has said. */
  readonly unit?: DrawingUnit;
  /** Layers that hold the walls' faces; those with “wall” in their name when none are given. */
  readonly wallLayers?: readonly string[];
  readonly name?: string;
  /** Hears how far the reading is. */
  readonly told?: (step: ImportStep) => void;
}

export interface DrawnLayer {
  readonly name: string;
  readonly lines: number;
  readonly walls: boolean;
}

export type DxfReading =
  | (Extract<ImportReading, { ok: true }> & {
      readonly scale: ScaleReading;
      readonly layers: readonly DrawnLayer[];
    })
  | Extract<ImportReading, { ok: false }>;

const level = 'L1';
const usualHead = 80;
const ceiling = 97.125;
/** Layers that show what lies under the walls or over them: they tell nothing of openings. */
const underneath = /foot|stem|slab|found|beam|roof|dim/i;

/** Every point through the same turn and stretch, so that the main walls run square to the sheet, in inches. */
function straightened(drawing: Drawing, inchesPerUnit: number): Drawing {
  const main = lineFamilies(drawing.segments, 0.05 / inchesPerUnit)[0];
  const heading = main ? headingOf(main.along) % 90 : 0;
  const turn = heading > 45 ? 90 - heading : -heading;
  const radians = (Math.abs(turn) < 0.02 ? 0 : turn) * (Math.PI / 180);
  const [sin, cos] = [Math.sin(radians), Math.cos(radians)];
  const place = (p: XY): XY => ({
    x: (p.x * cos - p.y * sin) * inchesPerUnit,
    y: (p.x * sin + p.y * cos) * inchesPerUnit,
  });
  return mapped(drawing, place, inchesPerUnit);
}

function layersOf(drawing: Drawing, asked?: readonly string[]): DrawnLayer[] {
  const counts = new Map<string, number>();
  for (const s of drawing.segments) counts.set(s.layer, (counts.get(s.layer) ?? 0) + 1);
  const isWall = (name: string) =>
    /wall/i.test(name) && !underneath.test(name) && !/retain|text|note|hatch|patt/i.test(name);
  const byName = [...counts.keys()].some(isWall);
  return [...counts]
    .map(([name, lines]) => ({
      name,
      lines,
      walls: asked ? asked.includes(name) : byName ? isWall(name) : true,
    }))
    .sort((a, b) => Number(b.walls) - Number(a.walls) || b.lines - a.lines);
}

interface Hole {
  readonly wall: DrawnWall;
  readonly start: number;
  readonly end: number;
  readonly middle: XY;
}

/** Gives each tag to the opening of its width that is nearest; one to one. */
function matchTags(
  holes: readonly Hole[],
  tags: readonly OpeningTag[],
): { of: Map<Hole, OpeningTag>; loose: OpeningTag[] } {
  const pairs = holes
    .flatMap((hole) =>
      tags.map((tag) => ({
        hole,
        tag,
        off: Math.abs(hole.end - hole.start - tag.width),
        away: Math.hypot(tag.at.x - hole.middle.x, tag.at.y - hole.middle.y),
      })),
    )
    .filter((p) => p.off < 5 && p.away < 36 + (p.hole.end - p.hole.start))
    .sort((a, b) => a.away + 4 * a.off - (b.away + 4 * b.off));
  const of = new Map<Hole, OpeningTag>();
  const used = new Set<OpeningTag>();
  for (const { hole, tag } of pairs) {
    if (of.has(hole) || used.has(tag)) continue;
    of.set(hole, tag);
    used.add(tag);
  }
  return { of, loose: tags.filter((t) => !used.has(t)) };
}

function openingOf(hole: Hole, tag: OpeningTag | undefined, evidence: Evidence): ImportedOpening {
  const { wall } = hole;
  const gap = {
    family: wall.family,
    offset: wall.offset,
    thickness: wall.thickness,
    start: hole.start,
    end: hole.end,
  };
  const width = hole.end - hole.start;
  const arc = arcOfGap(gap, evidence.arcs);
  const lowTag = tag !== undefined && tag.height < 78;
  const glazed = tag ? lowTag : linesInGap(gap, evidence.segments) > 0.8;
  const kind =
    tag?.kind ?? (arc ? 'door' : glazed ? 'window' : tag ? (width >= 47 ? 'sliding-door' : 'door') : 'cased');
  const isWindow = kind === 'window' || kind === 'fixed-glass';
  const head = isWindow ? Math.max(usualHead, tag?.height ?? 0) : (tag?.height ?? usualHead);
  const sill = isWindow ? Math.max(0, head - (tag?.height ?? 44)) : 0;
  const hingeAt = arc ? alongOf(wall.family, arc.center) : hole.start;
  const open = arc
    ? nth(
        [...arc.ends].sort(
          (a, b) =>
            Math.abs(offsetOf(wall.family, b) - wall.offset) -
            Math.abs(offsetOf(wall.family, a) - wall.offset),
        ),
        0,
      )
    : null;
  return {
    start: hole.start - wall.start,
    end: hole.end - wall.start,
    kind,
    sill,
    head,
    hinge: Math.abs(hingeAt - hole.start) <= Math.abs(hingeAt - hole.end) ? 'from' : 'to',
    swing: open && offsetOf(wall.family, open) < wall.offset ? 'right' : 'left',
  };
}

/** Names stand above their sizes; a name of two lines is one name. */
function labelsOf(drawing: Drawing): ImportedLabel[] {
  const sizes = drawing.texts.flatMap((t) => {
    const size = readRoomSize(t.text);
    return size ? [{ at: t.at, size, layer: t.layer }] : [];
  });
  const isName = (text: string) =>
    /^[A-Z0-9. ]*[A-Za-z]{2,}[A-Za-z0-9. ]*$/.test(text) || /^([A-Z]\.){2,}$/.test(text);
  const taken = new Set<object>();
  return sizes.flatMap(({ at, size, layer }): ImportedLabel[] => {
    const near = drawing.texts
      .filter(
        (t) => t.layer === layer && !taken.has(t) && !readRoomSize(t.text) && !readTag(t) && isName(t.text),
      )
      .map((t) => ({ t, away: Math.hypot(t.at.x - at.x, t.at.y - at.y) }))
      .filter(({ away }) => away < 30)
      .sort((a, b) => a.away - b.away);
    const first = near[0]?.t;
    if (!first) return [];
    taken.add(first);
    const second = near
      .slice(1)
      .find(({ t }) => Math.hypot(t.at.x - first.at.x, t.at.y - first.at.y) < 18)?.t;
    if (second) taken.add(second);
    const upper = second && distanceAlong(at, second.at) > distanceAlong(at, first.at) ? second : null;
    const name = titled(upper ? `${upper.text} ${first.text}` : first.text);
    return [{ level, at, name, size }];
  });
}

const distanceAlong = (from: XY, to: XY) => Math.hypot(to.x - from.x, to.y - from.y);
const titled = (words: string) =>
  words.replace(/[A-Za-z]{3,}/g, (w) => nth(w, 0).toUpperCase() + w.slice(1).toLowerCase()).trim();

function doubtsOf(
  scale: ScaleReading,
  loose: readonly OpeningTag[],
  house: ImportedHouse,
  untagged: number,
): Doubt[] {
  const doubts: Doubt[] = [];
  const note = (about: string, says: string, at: XY | null = null) => doubts.push({ about, says, level, at });
  if (scale.doubtful)
    note(
      'units',
      `${scale.header ? `The file’s header says ${scale.header}` : 'The file does not say its unit'}; taken as ${scale.unit ?? `${formatLength(scale.inchesPerUnit)} a unit`}: ${scale.why}.`,
    );
  for (const tag of loose) note(tag.text, `Tag ${tag.text} matches no opening of its width nearby.`, tag.at);
  const windows = house.walls.flatMap((w) => w.openings).filter((o) => o.kind === 'window').length;
  if (windows > 0)
    note('sills', `Heads of ${windows} windows were taken at 6′ 8″ and sills from their tags; measure them.`);
  if (untagged > 0) note('openings', `${untagged} openings have no tag; their heights were assumed.`);
  return doubts;
}

/** Reads a plan out of the text of a DXF drawing. Never throws; what is doubtful comes back as such. */
export function planFromDxf(text: string, options: DxfOptions = {}): DxfReading {
  const read = readDrawing(text);
  if (!read.ok) return { ok: false, problems: [{ path: '(file)', message: read.problem }] };
  options.told?.('walls');
  const scale = readScale(read.drawing, options.unit);
  const drawing = straightened(read.drawing, scale.inchesPerUnit);
  const layers = layersOf(drawing, options.wallLayers);
  const wallLayers = new Set(layers.filter((l) => l.walls).map((l) => l.name));
  const faces = drawing.segments.filter((s: DrawnSegment) => wallLayers.has(s.layer));
  const shown = drawing.segments.filter((s) => !wallLayers.has(s.layer) && !underneath.test(s.layer));
  const evidence: Evidence = { segments: shown, arcs: drawing.arcs };
  const strips = findStrips(lineFamilies(faces, 0.1), 2.75, 13, 1.5);
  const drawn = wallsFromStrips(strips, faces, evidence).filter((w) => w.end - w.start > w.thickness * 0.9);
  if (drawn.length === 0)
    return {
      ok: false,
      problems: [
        {
          path: '(file)',
          message:
            'shows no walls: no lines run side by side 3 to 13 in. apart. Choose the layers that hold the walls, or the drawing’s unit',
        },
      ],
    };
  const holes = drawn.flatMap((wall) =>
    wall.gaps.map(({ start, end }): Hole => ({
      wall,
      start,
      end,
      middle: pointAt(wall.family, (start + end) / 2, wall.offset),
    })),
  );
  const { of, loose } = matchTags(
    holes,
    drawing.texts.flatMap((t) => readTag(t) ?? []),
  );
  const walls = drawn.map((wall): ImportedWall => ({
    level,
    a: pointAt(wall.family, wall.start, wall.offset),
    b: pointAt(wall.family, wall.end, wall.offset),
    thickness: wall.thickness,
    exterior: false,
    openings: holes.filter((h) => h.wall === wall).map((h) => openingOf(h, of.get(h), evidence)),
  }));
  const house: ImportedHouse = {
    levels: [{ id: level, name: 'Main', ceiling, elevation: 0 }],
    walls,
    labels: labelsOf(drawing),
  };
  const plan = housePlan(
    house,
    options.name ?? 'Imported drawing',
    doubtsOf(scale, loose, house, holes.length - of.size),
    options.told,
  );
  return plan.ok ? { ...plan, scale, layers } : plan;
}
