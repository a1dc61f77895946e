import type { Problem } from './problems.ts';

/** The version of the plan format that is written. Raise it when a name or a meaning changes, and add the step that leads to it. */
export const currentVersion = 1;

/** A plan document before it is checked. */
export type Document = Readonly<Record<string, unknown>>;

/** Steps from each version to the next: `steps[1]` takes a version-1 document and gives a version-2 one. Adding a field with a default needs none. */
export type VersionSteps = Readonly<Record<number, (document: Document) => Document>>;

const steps: VersionSteps = {};

export type Migrated = { ok: true; document: Document } | { ok: false; problems: Problem[] };

const refused = (path: string, message: string): Migrated => ({ ok: false, problems: [{ path, message }] });

/** Brings a document of any version up to the one that is written. Nothing else about it is checked. */
export function migrated(value: unknown, to: number = currentVersion, known: VersionSteps = steps): Migrated {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return refused('', 'must be an object');
  let document = value as Document;
  const { version } = document;
  if (typeof version !== 'number') return { ok: true, document };
  if (version > to)
    return refused('version', `is ${version}; this Field Chalk reads version ${to}. Update it first`);
  for (let at = version; at < to; at++) {
    const step = known[at];
    if (!step) return refused('version', `is ${version}, which no step leads on from`);
    document = { ...step(document), version: at + 1 };
  }
  return { ok: true, document };
}
