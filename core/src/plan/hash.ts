import type { Plan } from './index.ts';

function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
  const record = value as Record<string, unknown>;
  const keys = Object.keys(record)
    .filter((k) => record[k] !== undefined)
    .sort();
  return `{${keys.map((k) => `${JSON.stringify(k)}:${canonical(record[k])}`).join(',')}}`;
}

/** Two 32-bit hashes (FNV-1a) of a text. */
type Hash = readonly [number, number];

function hashOf(text: string): Hash {
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x85ebca6b);
  }
  return [a >>> 0, b >>> 0];
}

const written = (hash: Hash): string => hash.map((n) => n.toString(16).padStart(8, '0')).join('');

/** A short fingerprint of a text. */
export const textHash = (text: string): string => written(hashOf(text));

const plus = (sum: Hash, [a, b]: Hash, sign: 1 | -1): Hash => [
  (sum[0] + sign * a) >>> 0,
  (sum[1] + sign * b) >>> 0,
];

/**
 * Hashes plan after plan: a plan’s hash is the sum of those of its entries, so that only what changed is hashed again. Two plans of the same
 * content have the same hash, whatever order their keys were written in.
 */
export class PlanHash {
  private readonly entries = new Map<string, { value: unknown; hash: Hash }>();
  private held: Readonly<Record<string, unknown>> = {};
  private sum: Hash = [0, 0];

  of(plan: Plan): string {
    for (const name of Object.keys({ ...this.held, ...plan })) {
      const [before, now] = [this.held[name], (plan as Record<string, unknown>)[name]];
      if (before === now) continue;
      const parts = this.parts(before, now);
      if (parts) for (const id of parts) this.change(`${name}/${id}`, (now as Record<string, unknown>)[id]);
      else this.change(name, now);
    }
    this.held = plan;
    return written(this.sum);
  }

  /** Keys of a record before and now; null for what is no record. An empty record counts for nothing. */
  private parts(before: unknown, now: unknown): ReadonlySet<string> | null {
    if (typeof now !== 'object' || now === null || Array.isArray(now)) return null;
    return new Set([...Object.keys(before ?? {}), ...Object.keys(now)]);
  }

  private change(place: string, value: unknown): void {
    const known = this.entries.get(place);
    if (known?.value === value) return;
    if (known) this.sum = plus(this.sum, known.hash, -1);
    this.entries.delete(place);
    if (value === undefined) return;
    const hash = hashOf(`${place}:${canonical(value)}`);
    this.entries.set(place, { value, hash });
    this.sum = plus(this.sum, hash, 1);
  }
}

/** A short fingerprint of a plan's content, the same whatever order its keys were written in. */
export const planHash = (plan: Plan): string => new PlanHash().of(plan);
