import type { Result } from '../compute/index.ts';
import type { Finding } from '../findings/index.ts';

/** A finding as the open format writes it: what it is about as bare ids. */
export type WrittenFinding = Omit<Finding, 'about'> & { readonly about: readonly string[] };

export function writtenFinding({ rule, level, about, ...rest }: Finding): WrittenFinding {
  return { rule, level, about: about.map((t) => t.id), ...rest };
}

/** A result as the open format has it (docs/plan-format.md): typed records become the names that others read. */
export function resultFile(result: Result) {
  return { ...result, findings: result.findings.map(writtenFinding) };
}
export type ResultFile = ReturnType<typeof resultFile>;
