import {
  type Computer,
  type Names,
  namesOf,
  type Plan,
  type Result,
  type Unrolled,
  unrolledRooms,
} from '@fieldchalk/core';
import type { Block } from '../layout/blocks.ts';
import { Flow, margins } from '../layout/flow.ts';
import {
  type Page,
  type PaperName,
  paperSize,
  type PaperSize,
  pointsAnInch,
  type Turned,
} from '../layout/page.ts';

/** Figures are drawn half as large again as they are printed: their smallest type comes out at 7 points. */
export const unitsAPoint = 1.5;
export const unitsAnInch = pointsAnInch * unitsAPoint;
/** Points a unit. */
export const figureScale = 1 / unitsAPoint;

/** A job as its sheets are made from it. */
export interface SheetJob {
  readonly plan: Plan;
  readonly result: Result;
  readonly rooms: Readonly<Record<string, Unrolled>>;
  readonly names: Names;
  readonly paper: PaperName;
  readonly size: PaperSize;
  /** Boxes and cables that are otherwise than in the set issued before. */
  readonly changed: ReadonlySet<string>;
  /** Of the set: what it is called, and the day it is issued. */
  readonly revision: string;
  readonly day: string;
}

/** A sheet: a page, or as many as it needs. */
export interface MadeSheet {
  readonly id: string;
  readonly title: string;
  readonly pages: readonly Page[];
}

export function sheetJob(
  plan: Plan,
  computer: Computer,
  set: {
    readonly paper: PaperName;
    readonly turned: Turned;
    readonly revision: string;
    readonly day: string;
  },
  changed: ReadonlySet<string>,
): SheetJob {
  const result = computer.compute(plan);
  return {
    plan,
    result,
    rooms: unrolledRooms(computer.house),
    names: namesOf(computer.house.plan),
    paper: set.paper,
    size: paperSize(set.paper, set.turned),
    changed,
    revision: set.revision,
    day: set.day,
  };
}

/** A sheet of blocks on the job's paper. */
export function sheetOf(job: SheetJob, id: string, title: string, blocks: readonly Block[]): MadeSheet {
  return { id, title, pages: new Flow(job.size, id, title).add(blocks).end() };
}

/** The room a figure has on a page to itself, in its own units, with so many points left over it for words. */
export const paneOf = ({ size }: SheetJob, words = 30) => ({
  width: (size.width - 2 * margins.side) * unitsAPoint,
  height: (size.height - margins.top - margins.bottom - words) * unitsAPoint,
});
