import type { z } from 'zod';

/** Something wrong in a plan, request or edit: where it is, and a sentence a person can act on. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

type Issue = z.core.$ZodIssue;
const joined = (path: readonly PropertyKey[]) => path.map(String).join('.');

function sentenceFor(issue: Issue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined
        ? `is required (${issue.expected})`
        : `must be ${article(issue.expected)}`;
    case 'invalid_value':
      return `must be ${issue.values.length > 1 ? 'one of: ' : ''}${issue.values.map(String).join(', ')}`;
    case 'too_small':
      if (issue.origin === 'string' && issue.minimum === 1) return 'is needed';
      return `${countedIn(issue)} ${issue.inclusive ? 'at least' : 'more than'} ${counted(issue, issue.minimum)}`;
    case 'too_big':
      return `${countedIn(issue)} ${issue.inclusive ? 'at most' : 'less than'} ${counted(issue, issue.maximum)}`;
    default:
      return issue.message;
  }
}

/** What a limit counts: the letters of a text, the entries of a list, or the number itself. */
const units: Partial<Record<string, string>> = { string: 'letter', array: 'entry', set: 'entry' };
const countedIn = ({ origin }: { origin: string }) => (units[origin] ? 'must have' : 'must be');
function counted({ origin }: { origin: string }, count: number | bigint): string {
  const unit = units[origin];
  if (unit === undefined) return String(count);
  const many = unit === 'entry' ? 'entries' : 'letters';
  return `${count} ${count === 1 ? unit : many}`;
}

function article(expected: string): string {
  return `${/^[aeiou]/.test(expected) ? 'an' : 'a'} ${expected}`;
}

/** The branch of a union whose author most likely meant it: the one with the fewest unknown or missing names. */
function likeliestBranch(branches: readonly Issue[][]): Issue[] {
  const misfit = (issues: Issue[]) =>
    issues.reduce(
      (sum, i) => sum + (i.code === 'unrecognized_keys' ? i.keys.length : i.code === 'invalid_type' ? 2 : 1),
      0,
    );
  return [...branches].sort((a, b) => misfit(a) - misfit(b))[0] ?? [];
}

/** Flattens Zod's issues into problems with full paths; unknown fields are named one by one. */
export function problemsFrom(issues: readonly Issue[], prefix: readonly PropertyKey[] = []): Problem[] {
  return issues.flatMap((issue): Problem[] => {
    const path = [...prefix, ...issue.path];
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map((key) => ({
        path: joined([...path, key]),
        message: 'is not a known field; remove it or correct its name',
      }));
    if (issue.code === 'invalid_union' && issue.errors.length > 0) {
      const literals = issue.errors
        .flat()
        .flatMap((i) => (i.code === 'invalid_value' && i.path.length === 0 ? i.values : []));
      if (literals.length > 0 && issue.errors.every((branch) => branch.every((i) => i.path.length === 0)))
        return [{ path: joined(path), message: `must be one of: ${literals.map(String).join(', ')}` }];
      return problemsFrom(likeliestBranch(issue.errors), path);
    }
    if (issue.code === 'invalid_key')
      return [{ path: joined(path), message: issue.issues[0]?.message ?? 'is not a usable id' }];
    return [{ path: joined(path), message: sentenceFor(issue) }];
  });
}
