import type { MeasuredMember, Opening, Wall } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import type { WallJunctions, WallLine } from './junctions.ts';

/** Of all dimension lumber on its narrow edge, inches. */
export const thickness = 1.5;

/** What one wall is framed from. */
export interface FrameInput {
  readonly line: WallLine;
  readonly wall: Wall;
  readonly junctions: WallJunctions;
  readonly ceiling: number;
  readonly openings: readonly (readonly [string, Opening])[];
  readonly measured: readonly (readonly [string, MeasuredMember])[];
  readonly rules: RuleBook;
}

/** The framing's own ends along the wall, which differ from 0 and its length where walls meet, and its clear height for studs. */
export interface WallExtent {
  readonly start: number;
  readonly end: number;
  /** Top of the bottom plate, and underside of the top plates. */
  readonly low: number;
  readonly high: number;
}

export function extentOf({ line, junctions, ceiling, rules }: FrameInput): WallExtent {
  return {
    start: -junctions.from.reach,
    end: line.length + junctions.to.reach,
    low: thickness,
    high: ceiling - thickness * rules('framing.plates'),
  };
}

/** An opening with the rough opening its framing leaves. */
export interface RoughOpening {
  readonly id: string;
  readonly opening: Opening;
  readonly start: number;
  readonly end: number;
  readonly low: number;
  readonly high: number;
}

export function roughOpening(id: string, opening: Opening, rules: RuleBook): RoughOpening {
  const glazed = opening.kind === 'window' || opening.kind === 'fixed-glass';
  const gap = rules(glazed ? 'framing.roughWindow' : 'framing.roughDoor');
  return {
    id,
    opening,
    start: opening.at - gap,
    end: opening.at + opening.width + gap,
    low: opening.sill > 0 ? Math.max(thickness, opening.sill - gap) : 0,
    high: opening.head + gap,
  };
}

export interface Break {
  readonly start: number;
  readonly end: number;
}

/** Stretches where a wall that runs through interrupts this one. */
export function brokenBy(input: FrameInput): Break[] {
  return input.junctions.crossings
    .filter((c) => !c.through)
    .map((c) => ({ start: c.at - c.width / 2, end: c.at + c.width / 2 }));
}

/** Whether a place is in such a stretch, or `near` it. */
export function isBroken(input: FrameInput, at: number, near: number): boolean {
  return brokenBy(input).some((b) => at > b.start - near && at < b.end + near);
}
