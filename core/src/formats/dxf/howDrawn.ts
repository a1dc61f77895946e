import {
  add,
  cross,
  direction,
  distance,
  distancePointSegment,
  scale,
  type XY,
} from '../../geometry/index.ts';
import type { DrawnArc, DrawnSegment } from './drawing.ts';
import { wallsByMiddles } from './middles.ts';
import { SegmentsByPlace } from './segmentsByPlace.ts';
import { findStrips, lineFamilies, singleStrips, type Strip } from './strips.ts';
import { type DrawnWall, type Evidence, wallsFromStrips } from './walls.ts';

/** Walls are drawn by their two faces, or each as one line. */
export const drawnWalls = ['pairs', 'single'] as const;
export type DrawnWalls = (typeof drawnWalls)[number];

/** A gap in a wall that nothing is drawn in is a doorway, or the wall ends there. */
export const drawnGaps = ['doors', 'open'] as const;
export type DrawnGaps = (typeof drawnGaps)[number];

/** How a drawing shows walls and doorways, as said or as told from what is drawn. */
export interface DrawnAs {
  readonly walls: DrawnWalls;
  readonly gaps: DrawnGaps;
  /** Gaps that nothing is drawn in and that may be doorways, whatever they were taken for. */
  readonly plainGaps: number;
}

/** What of a drawing tells of walls. Inches. */
export interface DrawnParts {
  /** What is on the layers of the walls. */
  readonly faces: readonly DrawnSegment[];
  readonly shown: readonly DrawnSegment[];
  readonly arcs: readonly DrawnArc[];
  /** The middles of its walls, where it has them. */
  readonly middles: readonly DrawnSegment[];
}

/** Pairs of lines are a wall’s faces so far apart, and a single line is one of this thickness: studs of 3-1/2 in. with half an inch of board on each side. */
const [thinnest, thickest, usual] = [2.75, 13, 4.5];
const shortest = 1.5;
/** A drawing whose lines pair up less than this, by their length, is one of single lines. */
const pairedShare = 0.35;
/** The fewest single lines that are taken for a house without asking. */
const fewestWalls = 3;

/** Things this near one another are at one place, in inches. */
const samePlace = 2;
/** An open leaf is so long. */
const [narrowestLeaf, widestLeaf] = [18, 50];

const lengthOf = ({ a, b }: DrawnSegment) => distance(a, b);
const fromBothEnds = ({ a, b }: DrawnSegment): [XY, XY][] => [
  [a, b],
  [b, a],
];

/**
 * Open leaves of doors among the lines of walls: as wide as a door, from where a line of another direction ends to where nothing is. Without them they would be
 * short walls.
 */
function leavesAmong(lines: readonly DrawnSegment[]): ReadonlySet<DrawnSegment> {
  const byPlace = new SegmentsByPlace(lines);
  const at = (p: XY, except: readonly DrawnSegment[]) =>
    byPlace
      .near(p, samePlace)
      .filter((o) => !except.includes(o) && distancePointSegment(p, o.a, o.b) < samePlace);
  const isLeaf = (s: DrawnSegment): boolean => {
    const length = lengthOf(s);
    if (length < narrowestLeaf || length > widestLeaf) return false;
    return fromBothEnds(s).some(([hinge, tip]) => {
      const leaf = direction(hinge, tip);
      if (!leaf || at(tip, [s]).length > 0) return false;
      // The wall goes on as far from its end as the leaf is wide: the gap that the leaf closes.
      return at(hinge, [s]).some((wall) =>
        fromBothEnds(wall).some(([jamb, far]) => {
          const on = direction(far, jamb);
          if (!on || distance(jamb, hinge) > samePlace || Math.abs(cross(on, leaf)) < 0.3) return false;
          return [0.9, 1, 1.1].some(
            (share) => at(add(jamb, scale(on, length * share)), [s, wall]).length > 0,
          );
        }),
      );
    });
  };
  return new Set(lines.filter(isLeaf));
}

const pairStrips = (faces: readonly DrawnSegment[]): Strip[] =>
  findStrips(lineFamilies(faces, 0.1), thinnest, thickest, shortest);

function isOfPairs(faces: readonly DrawnSegment[], strips: readonly Strip[]): boolean {
  const drawn = faces.reduce((sum, s) => sum + lengthOf(s), 0);
  const paired = strips.reduce((sum, s) => sum + 2 * (s.end - s.start), 0);
  return paired >= pairedShare * drawn;
}

export interface HowDrawn {
  readonly found: readonly DrawnWall[];
  /** Whether the walls end where they meet already, as those do whose middles are drawn. */
  readonly areJoined: boolean;
  readonly evidence: Evidence;
  readonly drawn: DrawnAs;
}

/**
 * The walls of a drawing with their openings, and how they were taken to be drawn: as asked, else as pairs where most lines run in pairs, and with plain gaps as
 * doorways where no door or window is drawn anywhere.
 */
export function howDrawn(
  { faces, shown, arcs, middles }: DrawnParts,
  asked: { readonly walls?: DrawnWalls; readonly gaps?: DrawnGaps },
): HowDrawn {
  const pairs = pairStrips(faces);
  const whole =
    middles.length > 0 && !asked.walls && !asked.gaps ? wallsByMiddles(middles, faces, pairs) : null;
  if (whole) {
    const evidence = { segments: shown, byPlace: new SegmentsByPlace(shown), arcs, plainGaps: false };
    return { found: whole, areJoined: true, evidence, drawn: { walls: 'pairs', gaps: 'open', plainGaps: 0 } };
  }
  const walls = asked.walls ?? (isOfPairs(faces, pairs) ? 'pairs' : 'single');
  const leaves = walls === 'single' ? leavesAmong(faces) : new Set<DrawnSegment>();
  const lines = faces.filter((s) => !leaves.has(s));
  const strips = walls === 'pairs' ? pairs : singleStrips(lineFamilies(lines, 0.1), usual, shortest);
  const segments = [...shown, ...leaves];
  const wallsWith = (evidence: Evidence) =>
    wallsFromStrips(strips, lines, evidence).filter((w) => w.end - w.start > w.thickness * 0.9);
  const gapsOf = (found: readonly DrawnWall[]) => found.reduce((sum, w) => sum + w.gaps.length, 0);
  const byPlace = new SegmentsByPlace(segments);
  const [closed, open] = [
    { segments, byPlace, arcs, plainGaps: false },
    { segments, byPlace, arcs, plainGaps: true },
  ];
  const [withDrawn, withAll] = [wallsWith(closed), wallsWith(open)];
  const plainGaps = Math.max(0, gapsOf(withAll) - gapsOf(withDrawn));
  const gaps = asked.gaps ?? (gapsOf(withDrawn) === 0 && plainGaps > 0 ? 'doors' : 'open');
  const [found, evidence] = gaps === 'doors' ? [withAll, open] : [withDrawn, closed];
  // A few single lines are no house, unless somebody says they are.
  if (!asked.walls && walls === 'single' && found.length < fewestWalls)
    return { found: [], areJoined: false, evidence, drawn: { walls: 'pairs', gaps, plainGaps } };
  return { found, areJoined: false, evidence, drawn: { walls, gaps, plainGaps } };
}
