import type { Plan } from '@fieldchalk/core';
import type { Refusal } from './api.ts';
import { problemWords } from './pendingChange.ts';

/** Why a job that was open is so no more. */
export const endedWords = ({ status, message }: Refusal): string =>
  status === 404 ? 'It was put away, or is not yours to open any more.' : message;

/** What the server says of a change, with the first of what is wrong with it. */
export const refusalWords = ({ message, problems }: Refusal, plan: Plan): string =>
  [message, problemWords(problems, plan)].filter(Boolean).join(' ');
