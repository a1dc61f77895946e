import type { Issue, OfferShown, OfferWanted, SheetsMade, SheetsWanted } from '@fieldchalk/contracts';
import type { Problem } from '@fieldchalk/core';
import { linesOf } from '../session/answerLines.ts';
import { reached, Refusal, refusalOf } from '../session/api.ts';

/** How far the server is with sheets. */
export interface SheetsProgress {
  readonly what: 'working out' | 'drawing' | 'writing';
  readonly done: number;
  readonly of: number;
}

interface SheetWord {
  readonly told?: SheetsProgress;
  readonly made?: SheetsMade;
  readonly problem?: { readonly detail: string; readonly problems: readonly Problem[] };
}

/** Has the server make pages; its steps are heard. Rejects with a Refusal, which says why. */
async function make<M extends SheetsMade>(
  path: string,
  asked: unknown,
  told: (progress: SheetsProgress) => void,
): Promise<M> {
  const headers = { 'content-type': 'application/json', accept: 'application/x-ndjson' };
  const response = await reached(path, { method: 'POST', headers, body: JSON.stringify(asked) });
  if (!response.ok) throw await refusalOf(response);
  for await (const word of linesOf<SheetWord>(response)) {
    if (word.told) told(word.told);
    if (word.made) return word.made as M;
    if (word.problem) throw new Refusal(422, word.problem.detail, word.problem.problems);
  }
  throw new Refusal(0, 'The server stopped before the sheets were made. Try again.');
}
type Told = (progress: SheetsProgress) => void;

/** Sheets of a job: as it is, or as a set was issued. */
export const makeSheets = (
  job: string,
  asked: SheetsWanted | Pick<Issue, 'set' | 'number'>,
  told: Told,
): Promise<SheetsMade> =>
  make(`/api/jobs/${job}/${'number' in asked ? 'issues/sheets' : 'sheets'}`, asked, told);

/** The page a customer is to sign. */
export const makeOffer = (job: string, asked: OfferWanted, told: Told): Promise<OfferShown> =>
  make(`/api/jobs/${job}/offers`, asked, told);

/** A page as it was signed. */
export const makeAgreement = (
  job: string,
  number: number,
  paper: Pick<OfferWanted, 'paper' | 'turned'>,
  told: Told,
): Promise<OfferShown> => make(`/api/jobs/${job}/agreements/${number}/sheets`, paper, told);

/** A share of the whole from 0 to 1: working out and writing take as long as drawing does. */
export function shareOf({ what, done, of }: SheetsProgress): number {
  const from = { 'working out': 0, drawing: 0.2, writing: 0.5 }[what];
  const to = { 'working out': 0.2, drawing: 0.5, writing: 1 }[what];
  return from + (to - from) * (of === 0 ? 0 : done / of);
}

export const pdfPath = (job: string, made: string): string => `/api/jobs/${job}/sheets/${made}`;
export const picturePath = (job: string, made: string, page: number): string =>
  `${pdfPath(job, made)}/pages/${page}`;
