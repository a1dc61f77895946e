import { nth } from '../../lookups/index.ts';
import { distance, headingOf, type XY } from '../../geometry/index.ts';
import { formatLength } from '../../units/index.ts';
import type {
  Doubt,
  ImportedHouse,
  ImportedLabel,
  ImportedOpening,
  ImportedWall,
} from '../imported/house.ts';
import { useNamed } from '../../rooms/useByName.ts';
import { housePlan, type ImportReading, type ImportStep } from '../imported/toPlan.ts';
import { mapped, readDrawing, type DrawnSegment, type Drawing } from './drawing.ts';
import { readScale, type DrawingUnit, type ScaleReading } from './scale.ts';
import { howDrawn, type DrawnAs, type DrawnGaps, type DrawnWalls } from './howDrawn.ts';
import { middlesLayer } from './middles.ts';
import { alongOf, lineFamilies, offsetOf, pointAt } from './strips.ts';
import { readRoomSize, readTag, type OpeningTag } from './tags.ts';
import { leafOfGap, linesInGap, type DrawnLeaf, type DrawnWall, type Evidence, type Gap } from './walls.ts';

export { drawingUnits, type DrawingUnit, type ScaleReading } from './scale.ts';
export { drawnGaps, drawnWalls, type DrawnAs, type DrawnGaps, type DrawnWalls } from './howDrawn.ts';

export interface DxfOptions {
  /** The drawing's unit, when a person has said. */
  readonly unit?: DrawingUnit;
  /** Layers that hold the walls' faces; those with “wall” in their name when none are given. */
  readonly wallLayers?: readonly string[];
  /** How walls are drawn, and what a gap is that nothing is drawn in, when a person has said. */
  readonly walls?: DrawnWalls;
  readonly gaps?: DrawnGaps;
  readonly name?: string;
  /** Hears how far the reading is. */
  readonly told?: (step: ImportStep) => void;
}

export interface DrawnLayer {
  readonly name: string;
  readonly lines: number;
  readonly walls: boolean;
}

/** How a drawing was understood: what a person may say otherwise. */
export interface DrawingUnderstood {
  readonly scale: ScaleReading;
  readonly layers: readonly DrawnLayer[];
  readonly drawn: DrawnAs;
}

/** A line of a drawing, inches, and whether it was taken for a wall’s. */
export interface SketchLine {
  readonly from: readonly [x: number, y: number];
  readonly to: readonly [x: number, y: number];
  readonly isWall: boolean;
}

/** What came of a drawing. One without walls comes back as it was understood, with its longest lines, so that it can be said how it is drawn. */
export type DxfReading =
  | (Extract<ImportReading, { ok: true }> & DrawingUnderstood)
  | (Extract<ImportReading, { ok: false }> &
      Partial<DrawingUnderstood> & { readonly sketch?: readonly SketchLine[] });

const level = 'L1';
const usualHead = 80;
/** Words that are longer, in letters, are a note. */
const longestName = 24;
/** A gap that nothing is drawn in has a door in it up to this width; a wider one is cased. */
const widestLeaf = 42;
const ceiling = 97.125;
/** What a tag says is lower is a window, in inches. */
const lowest = 78;
/** Layers that show what lies under the walls or over them: they tell nothing of openings. */
const underneath = /foot|stem|slab|found|beam|roof|dim/i;
/** Layers whose lines in a gap say what it is, whatever swings near by. */
const kindsByLayer: readonly (readonly [RegExp, ImportedOpening['kind']])[] = [
  [/cased/i, 'cased'],
  [/garage/i, 'garage-door'],
  [/slid/i, 'sliding-door'],
  [/fixed/i, 'fixed-glass'],
  [/fireplace/i, 'fireplace'],
  [/wind|glass|glaz/i, 'window'],
];

const isMiddle = ({ layer }: { readonly layer: string }) => layer === middlesLayer;

/** Every point through the same turn and stretch, so that the main walls run square to the sheet, in inches; a drawing of ours stays as it lies. */
function straightened(drawing: Drawing, inchesPerUnit: number): Drawing {
  const main = drawing.segments.some(isMiddle)
    ? undefined
    : lineFamilies(drawing.segments, 0.05 / inchesPerUnit)[0];
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

/** What an opening is, and the door hung in it: by its tag, by the layer of what runs along it, by a leaf, or by what is drawn there. */
function kindOf(
  gap: Gap,
  tag: OpeningTag | undefined,
  evidence: Evidence,
): { readonly kind: ImportedOpening['kind']; readonly leaf: DrawnLeaf | null } {
  const width = gap.end - gap.start;
  const runsIn = (segments: readonly DrawnSegment[]) => linesInGap(gap, segments) > 0.8;
  const [, layered] =
    kindsByLayer.find(([pattern]) => runsIn(evidence.segments.filter((s) => pattern.test(s.layer)))) ?? [];
  const leaf = layered ? null : leafOfGap(gap, evidence);
  const said = tag?.kind ?? layered;
  if (said || leaf) return { kind: said ?? 'door', leaf };
  if (tag ? tag.height < lowest : runsIn(evidence.segments)) return { kind: 'window', leaf };
  if (tag) return { kind: width >= 47 ? 'sliding-door' : 'door', leaf };
  return { kind: evidence.plainGaps && width <= widestLeaf ? 'door' : 'cased', leaf };
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
  const { kind, leaf } = kindOf(gap, tag, evidence);
  const isWindow = kind === 'window' || kind === 'fixed-glass';
  const head = isWindow ? Math.max(usualHead, tag?.height ?? 0) : (tag?.height ?? usualHead);
  const sill = isWindow ? Math.max(0, head - (tag?.height ?? 44)) : 0;
  const hingeAt = leaf ? alongOf(wall.family, leaf.hinge) : hole.start;
  return {
    start: hole.start - wall.start,
    end: hole.end - wall.start,
    kind,
    sill,
    head,
    hinge: Math.abs(hingeAt - hole.start) <= Math.abs(hingeAt - hole.end) ? 'from' : 'to',
    swing: leaf && offsetOf(wall.family, leaf.tip) < wall.offset ? 'right' : 'left',
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
  // Where no sizes are written, what names a kind of room names a room.
  if (sizes.length === 0)
    return drawing.texts
      .filter(({ text }) => isName(text) && text.length <= longestName && useNamed(text) !== null)
      .map(({ at, text }) => ({ level, at, name: titled(text), size: null }));
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
    const upper = second && distance(at, second.at) > distance(at, first.at) ? second : null;
    const name = titled(upper ? `${upper.text} ${first.text}` : first.text);
    return [{ level, at, name, size }];
  });
}

const titled = (words: string) =>
  words.replace(/[A-Za-z]{3,}/g, (w) => nth(w, 0).toUpperCase() + w.slice(1).toLowerCase()).trim();

function doubtsOf(
  scale: ScaleReading,
  loose: readonly OpeningTag[],
  house: ImportedHouse,
  { untagged, drawn }: { readonly untagged: number; readonly drawn: DrawnAs },
): Doubt[] {
  const doubts: Doubt[] = [];
  const note = (about: string, says: string, at: XY | null = null) => doubts.push({ about, says, level, at });
  if (scale.doubtful)
    note(
      'units',
      `${scale.header ? `The file’s header says ${scale.header}` : 'The file does not say its unit'}; taken as ${scale.unit ?? `${formatLength(scale.inchesPerUnit)} a unit`}: ${scale.why}.`,
    );
  if (drawn.walls === 'single')
    note(
      'walls',
      'Walls are drawn as single lines; each was taken as the middle of a 2x4 wall. Measure a room, and set the framing of walls that are otherwise.',
    );
  if (drawn.plainGaps > 0) {
    const [gaps, them] =
      drawn.plainGaps === 1
        ? ['1 gap in a wall has', 'it']
        : [`${drawn.plainGaps} gaps in walls have`, 'them'];
    const taken =
      drawn.gaps === 'doors'
        ? `${drawn.plainGaps === 1 ? 'it was taken as a doorway' : 'they were taken as doorways'}; make a window of one that is`
        : `the wall ends there; say under “How it is drawn” if ${drawn.plainGaps === 1 ? 'it is a doorway' : 'they are doorways'}`;
    note('gaps', `${gaps} nothing drawn in ${them}: ${taken}.`);
  }
  for (const tag of loose) note(tag.text, `Tag ${tag.text} matches no opening of its width nearby.`, tag.at);
  const windows = house.walls.flatMap((w) => w.openings).filter((o) => o.kind === 'window').length;
  if (windows > 0)
    note('sills', `Heads of ${windows} windows were taken at 6′ 8″ and sills from their tags; measure them.`);
  if (untagged > 0) note('openings', `${untagged} openings have no tag; their heights were assumed.`);
  return doubts;
}

/** So many lines of a drawing without walls are shown at most. */
const mostSketched = 3000;

function sketchOf(drawing: Drawing, wallLayers: ReadonlySet<string>): SketchLine[] {
  const length = ({ a, b }: Drawing['segments'][number]) => distance(a, b);
  return [...drawing.segments]
    .sort((a, b) => length(b) - length(a))
    .slice(0, mostSketched)
    .map(({ a, b, layer }) => ({ from: [a.x, a.y], to: [b.x, b.y], isWall: wallLayers.has(layer) }));
}

/** What kept a drawing from showing walls, and the way out. */
const noWalls = ({ walls }: DrawnAs): string =>
  walls === 'pairs'
    ? 'shows no walls: no lines run side by side 3 to 13 in. apart. Say that its walls are single lines, choose the layers that hold them, or the drawing’s unit'
    : 'shows no walls: no line is long enough to be one. Choose the layers that hold them, or the drawing’s unit';

/** Reads a plan out of the text of a DXF drawing. Never throws; what is doubtful comes back as such. */
export function planFromDxf(text: string, options: DxfOptions = {}): DxfReading {
  const read = readDrawing(text);
  if (!read.ok) return { ok: false, problems: [{ path: '(file)', message: read.problem }] };
  options.told?.('walls');
  const scale = readScale(read.drawing, options.unit);
  const whole = straightened(read.drawing, scale.inchesPerUnit);
  const middles = whole.segments.filter(isMiddle);
  const drawing = { ...whole, segments: whole.segments.filter((s) => !isMiddle(s)) };
  const layers = layersOf(drawing, options.wallLayers);
  const wallLayers = new Set(layers.filter((l) => l.walls).map((l) => l.name));
  const { found, areJoined, evidence, drawn } = howDrawn(
    {
      faces: drawing.segments.filter((s) => wallLayers.has(s.layer)),
      shown: drawing.segments.filter((s) => !wallLayers.has(s.layer) && !underneath.test(s.layer)),
      arcs: drawing.arcs,
      middles,
    },
    options,
  );
  if (found.length === 0)
    return {
      ok: false,
      problems: [{ path: '(file)', message: noWalls(drawn) }],
      ...{ scale, layers, drawn, sketch: sketchOf(drawing, wallLayers) },
    };
  const holes = found.flatMap((wall) =>
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
  const walls = found.map((wall): ImportedWall => ({
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
    areJoined,
    labels: labelsOf(drawing),
  };
  const plan = housePlan(
    house,
    options.name ?? 'Imported drawing',
    doubtsOf(scale, loose, house, { untagged: holes.length - of.size, drawn }),
    options.told,
  );
  return { ...plan, scale, layers, drawn };
}
