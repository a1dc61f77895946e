import type { Saving } from '../session/jobSession.ts';

/** How far the work done in a window is safe. */
export const savingWords: Readonly<Record<Saving | 'being done', string>> = {
  saved: 'saved',
  'being done': 'being done…',
  sending: 'saving…',
  waiting: 'not sent yet, kept here',
  'not kept': 'not sent and not kept: leave this window open',
};

/** What was typed is not done yet: said in place of “saved”. */
export const linesWaitWords = 'reading what was typed…';
