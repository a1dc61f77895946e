import { parentPort } from 'node:worker_threads';
import { changeSchema, newJobAskedSchema } from '@fieldchalk/contracts';
import { marlStreet } from '@fieldchalk/core/demo';
import { type Patch, type Plan, type Problem, problemsFrom, readPlan, readPlanText } from '@fieldchalk/core';
import { hasZero } from './hasZero.ts';
import { judged, type Judgement } from './judgement.ts';

/** What is asked of the thread: plans as text, bodies as the bytes that came, which are only read there. */
export type Asked =
  | { readonly plan: string }
  | { readonly example: true }
  | { readonly newJob: SharedArrayBuffer }
  | { readonly change: SharedArrayBuffer; readonly on: string };

interface Refused {
  readonly ok: false;
  /** Whether the request itself cannot be read, for a character zero or otherwise, or the plan in it. */
  readonly code: 'zero' | 'bad-request' | 'bad-plan';
  readonly problems: readonly Problem[];
}
export type PlanRead = Refused | { readonly ok: true; readonly text: string };
export type NewJobRead =
  | Refused
  | { readonly ok: true; readonly name: string; readonly kind: NewJobKind; readonly plan: string | null };
type NewJobKind = 'new' | 'addition' | 'renovation';
/** A change read and judged. Its patches, and what takes it back, are texts: there only where the plan takes it. */
export interface ChangeJudged {
  readonly ok: true;
  readonly id: string;
  readonly base: number;
  readonly after: string | null | undefined;
  readonly name: string;
  readonly client: string;
  readonly judgement: Omit<Judgement, 'done'>;
  readonly done: { readonly patches: string; readonly inverse: string } | null;
}
export type ChangeRead = Refused | ChangeJudged;
export type Answered = PlanRead | NewJobRead | ChangeRead;

/** More tell nobody anything. */
const mostProblems = 100;
const refused = (code: Refused['code'], problems: readonly Problem[]): Refused => ({
  ok: false,
  code,
  problems: problems.slice(0, mostProblems),
});

function jsonOf(body: SharedArrayBuffer): { readonly value: unknown } | Refused {
  const bytes = Buffer.from(body);
  if (hasZero(bytes)) return refused('zero', []);
  try {
    return { value: JSON.parse(bytes.toString('utf8')) };
  } catch {
    return refused('bad-request', [{ path: '', message: 'is not JSON' }]);
  }
}

function planRead(text: string): PlanRead {
  const read = readPlanText(text);
  return read.ok ? { ok: true, text: JSON.stringify(read.plan) } : refused('bad-plan', read.problems);
}

function newJobRead(body: SharedArrayBuffer): NewJobRead {
  const json = jsonOf(body);
  if ('ok' in json) return json;
  const asked = newJobAskedSchema.safeParse(json.value, { reportInput: true });
  if (!asked.success) return refused('bad-request', problemsFrom(asked.error.issues));
  const { name, kind, plan } = asked.data;
  if (plan === undefined) return { ok: true, name, kind, plan: null };
  const read = readPlan(plan);
  return read.ok
    ? { ok: true, name, kind, plan: JSON.stringify(read.plan) }
    : refused('bad-plan', read.problems);
}

function changeRead(body: SharedArrayBuffer, on: string): ChangeRead {
  const json = jsonOf(body);
  if ('ok' in json) return json;
  const asked = changeSchema.safeParse(json.value, { reportInput: true });
  if (!asked.success) return refused('bad-request', problemsFrom(asked.error.issues));
  const { id, base, after, name, client } = asked.data;
  const [patches, inverse] = [asked.data.patches as Patch[], asked.data.inverse as Patch[]];
  const { otherwise, wrong, unsaid, done } = judged(JSON.parse(on) as Plan, { name, patches, inverse });
  const few = (list: readonly Problem[]) => list.slice(0, mostProblems);
  return {
    ok: true,
    id,
    base,
    after,
    name,
    client,
    judgement: { otherwise: few(otherwise), wrong: few(wrong), unsaid: few(unsaid) },
    done: done && { patches: JSON.stringify(patches), inverse: JSON.stringify(done.inverse) },
  };
}

function answerTo(asked: Asked): Answered {
  if ('plan' in asked) return planRead(asked.plan);
  if ('example' in asked) return { ok: true, text: JSON.stringify(marlStreet()) };
  return 'newJob' in asked ? newJobRead(asked.newJob) : changeRead(asked.change, asked.on);
}

parentPort?.on('message', (asked: Asked) => {
  let answer: Answered;
  try {
    answer = answerTo(asked);
  } catch (error) {
    // Brackets within brackets without end are more than any stack holds.
    if (!(error instanceof RangeError)) throw error;
    answer = refused('bad-request', [{ path: '', message: 'is nested too deeply' }]);
  }
  parentPort?.postMessage(answer);
});
