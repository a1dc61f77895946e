import type { Computer, Plan, SheetKind } from '@fieldchalk/core';
import type { Page, PaperName, Turned } from '../layout/page.ts';
import { coverSheet } from './cover.ts';
import { type MadeSheet, sheetJob, type SheetJob } from './job.ts';
import { keySheet } from './key.ts';
import { flagSheets, labelSheets } from './labels.ts';
import {
  cutSheets,
  directorySheets,
  drillingSheets,
  inspectionSheets,
  loadSheets,
  takeoffSheets,
} from './lists.ts';
import { makeUpSheets } from './makeUps.ts';
import { planSheets } from './plans.ts';
import { poleSheets } from './poles.ts';
import { roomSheets } from './rooms.ts';
import { stamped } from './stamp.ts';

/** A set of sheets to be made: what goes in, in which order, on what paper, and what it is called. */
export interface SheetsAsked {
  readonly sheets: readonly SheetKind[];
  readonly paper: PaperName;
  readonly turned: Turned;
  /** “Revision 3”, “Issue 2”. */
  readonly revision: string;
  /** As 2026-11-28. */
  readonly day: string;
}

const makers: Readonly<Record<Exclude<SheetKind, 'cover'>, (job: SheetJob) => readonly MadeSheet[]>> = {
  key: (job) => [keySheet(job)],
  boxes: (job) => planSheets(job, 'boxes'),
  circuits: (job) => planSheets(job, 'circuits'),
  runs: (job) => planSheets(job, 'runs'),
  rooms: roomSheets,
  ceilings: (job) => planSheets(job, 'ceilings'),
  makeup: makeUpSheets,
  directory: directorySheets,
  load: loadSheets,
  cuts: cutSheets,
  drilling: drillingSheets,
  takeoff: takeoffSheets,
  inspection: inspectionSheets,
  poles: poleSheets,
  labels: labelSheets,
  flags: flagSheets,
};

/** Told as sheets are made: how many of how many kinds. */
export type SheetProgress = (done: number, of: number) => void;

/**
 * The pages of a set, in its order. `computer` may be kept: then only what changed is worked out. `changed` has the boxes and cables that clouds are drawn
 * around.
 */
export function sheetPages(
  plan: Plan,
  computer: Computer,
  set: SheetsAsked,
  { changed = new Set<string>(), told }: { changed?: ReadonlySet<string>; told?: SheetProgress } = {},
): Page[] {
  const job = sheetJob(plan, computer, set, changed);
  const made = set.sheets.map((kind, i): readonly MadeSheet[] | null => {
    const sheets = kind === 'cover' ? null : makers[kind](job);
    told?.(i + 1, set.sheets.length);
    return sheets;
  });
  const indexed = (coverPages: number) => {
    let page = 1;
    return made.flatMap((sheets) => {
      if (sheets === null) {
        page += coverPages;
        return [];
      }
      return sheets.map(({ title, pages }) => {
        const from = page;
        page += pages.length;
        return { title, from, to: page - 1 };
      });
    });
  };
  const isCovered = set.sheets.includes('cover');
  const draft = isCovered ? coverSheet(job, indexed(1)) : null;
  const cover = draft && coverSheet(job, indexed(draft.pages.length));
  const pages = made.flatMap((sheets) =>
    sheets === null ? (cover?.pages ?? []) : sheets.flatMap((s) => s.pages),
  );
  return stamped(pages, job);
}
