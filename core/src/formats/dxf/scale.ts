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

/** Finds the drawing's unit: from its door tags if they agree, else from the header if walls come out sensible, else from the walls alone. */
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
  const best = shares.reduce((a, b) => (b.share > a.share ? b : a));
  const byHeader = shares.find((s) => s.unit === header);
  if (byHeader && byHeader.share > 0.6 * best.share && byHeader.share > 0)
    return {
      inchesPerUnit: drawingUnits[byHeader.unit],
      unit: byHeader.unit,
      header,
      why: 'as its header says',
      doubtful: false,
    };
  return {
    inchesPerUnit: drawingUnits[best.unit],
    unit: best.unit,
    header,
    why: `most lines then pair up into walls 3 to 9 in. thick`,
    doubtful: true,
  };
}
