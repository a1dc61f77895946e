import type { Drawing } from './drawing.ts';
import { findStrips, lineFamilies } from './strips.ts';
import { readTag } from './tags.ts';

/** Inches in one drawing unit, by the unit's name. */
export const drawingUnits = {
  inches: 1,
  feet: 12,
  millimetres: 1 / 25.4,
  centimetres: 10 / 25.4,
  metres: 1000 / 25.4,
} as const;
export type DrawingUnit = keyof typeof drawingUnits;

const headerCodes: Readonly<Record<number, DrawingUnit>> = {
  1: 'inches',
  2: 'feet',
  4: 'millimetres',
  5: 'centimetres',
  6: 'metres',
};

/** How many inches a drawing unit is, and why that is believed. `doubtful` when the header says otherwise or nothing tells. */
export interface ScaleReading {
  readonly inchesPerUnit: number;
  readonly unit: DrawingUnit | null;
  readonly header: DrawingUnit | null;
  readonly why: string;
  readonly doubtful: boolean;
}

const unitNear = (scale: number): DrawingUnit | null =>
  (Object.keys(drawingUnits) as DrawingUnit[]).find((u) => Math.abs(drawingUnits[u] / scale - 1) < 0.03) ??
  null;

/** Door tags beside door swings tell the scale: the arc's radius is the leaf's width. Null when fewer than three agree. */
function scaleByDoors({ arcs, texts }: Drawing): { scale: number; agree: number } | null {
  const tags = texts.flatMap((t) => readTag(t) ?? []).filter((t) => t.kind === null);
  const ratios = arcs
    .flatMap((arc) => {
      const near = tags
        .map((t) => ({ t, away: Math.hypot(t.at.x - arc.center.x, t.at.y - arc.center.y) / arc.radius }))
        .sort((a, b) => a.away - b.away)[0];
      return near && near.away < 2.5 ? [near.t.width / arc.radius] : [];
    })
    .sort((a, b) => a - b);
  const middle = ratios[Math.floor(ratios.length / 2)];
  if (middle === undefined) return null;
  const agree = ratios.filter((r) => Math.abs(r / middle - 1) < 0.05).length;
  return agree >= 3 ? { scale: middle, agree } : null;
}

/** Share of what is drawn that pairs up into walls of 3 to 9 in. under a scale. */
function wallShare(drawing: Drawing, scale: number): number {
  const families = lineFamilies(drawing.segments, 0.05 / scale);
  const strips = findStrips(families, 3 / scale, 9 / scale, 6 / scale);
  const drawn = drawing.segments.reduce((sum, s) => sum + Math.hypot(s.b.x - s.a.x, s.b.y - s.a.y), 0);
  return (2 * strips.reduce((sum, s) => sum + s.end - s.start, 0)) / (drawn || 1);
}

/** Where fewer of its lines pair up in every unit, a drawing is one of single lines, and its size is all that tells. */
const leastPaired = 0.35;
/** A house is so long at its longest, in feet, most likely first. */
const usualSizes: readonly (readonly [least: number, most: number])[] = [
  [14, 120],
  [6, 400],
];

/** How long a drawing is, the longer way, in its own units. */
function longestOf({ segments }: Drawing): number {
  const span = (of: readonly number[]) =>
    of.reduce((m, v) => Math.max(m, v), -Infinity) - of.reduce((m, v) => Math.min(m, v), Infinity);
  return Math.max(
    span(segments.flatMap((s) => [s.a.x, s.b.x])),
    span(segments.flatMap((s) => [s.a.y, s.b.y])),
  );
}

/** Whether something so many inches long can be a house. */
const isHouse = (inches: number) =>
  usualSizes.some(([least, most]) => inches >= least * 12 && inches <= most * 12);

/** The unit that makes a house of the drawing: its header’s where that does, else the first that does. */
function scaleBySize(drawing: Drawing, header: DrawingUnit | null): ScaleReading {
  const longest = longestOf(drawing);
  const units = Object.keys(drawingUnits) as DrawingUnit[];
  const feet = (unit: DrawingUnit) => (longest * drawingUnits[unit]) / 12;
  const fits = usualSizes.flatMap(([least, most]) =>
    [...(header ? [header] : []), ...units].filter((u) => feet(u) >= least && feet(u) <= most),
  );
  const unit = fits[0] ?? header ?? 'inches';
  const why = `it is then ${Math.round(feet(unit))} ft long`;
  return { inchesPerUnit: drawingUnits[unit], unit, header, why, doubtful: unit !== header };
}

/** Finds the drawing's unit: from its door tags if they agree, else from the header if walls come out sensible, else from the walls alone, else from its size. */
export function readScale(drawing: Drawing, asked?: DrawingUnit): ScaleReading {
  const header = headerCodes[drawing.unitsCode] ?? null;
  if (asked)
    return { inchesPerUnit: drawingUnits[asked], unit: asked, header, why: 'as you said', doubtful: false };
  const doors = scaleByDoors(drawing);
  if (doors) {
    const unit = unitNear(doors.scale);
    return {
      inchesPerUnit: unit ? drawingUnits[unit] : doors.scale,
      unit,
      header,
      why: `${doors.agree} door swings are as wide as their tags say${unit ? ` in ${unit}` : ''}`,
      doubtful: unit === null || (header !== null && header !== unit),
    };
  }
  const shares = (Object.keys(drawingUnits) as DrawingUnit[]).map((unit) => ({
    unit,
    share: wallShare(drawing, drawingUnits[unit]),
  }));
  // Lines a hand apart on a drawing of a house the size of a table are no walls.
  const likely = shares.filter(({ unit }) => isHouse(longestOf(drawing) * drawingUnits[unit]));
  const best = (likely.length > 0 ? likely : shares).reduce((a, b) => (b.share > a.share ? b : a));
  const byHeader = shares.find((s) => s.unit === header);
  if (byHeader && byHeader.share > 0.6 * best.share && byHeader.share > 0)
    return {
      inchesPerUnit: drawingUnits[byHeader.unit],
      unit: byHeader.unit,
      header,
      why: 'as its header says',
      doubtful: false,
    };
  if (best.share < leastPaired) return scaleBySize(drawing, header);
  return {
    inchesPerUnit: drawingUnits[best.unit],
    unit: best.unit,
    header,
    why: `most lines then pair up into walls 3 to 9 in. thick`,
    doubtful: true,
  };
}
