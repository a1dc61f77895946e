/**
 * Remembers the last answer for each key and gives it again while its inputs are the same objects.
 * Plans share structure between edits (immer), so identity tells exactly what an edit left alone.
 */
export class Memo<T> {
  private readonly kept = new Map<string, { inputs: readonly unknown[]; value: T }>();
  private used = new Set<string>();

  get(key: string, inputs: readonly unknown[], compute: () => T): T {
    this.used.add(key);
    const known = this.kept.get(key);
    if (
      known &&
      known.inputs.length === inputs.length &&
      known.inputs.every((input, i) => Object.is(input, inputs[i]))
    )
      return known.value;
    const value = compute();
    this.kept.set(key, { inputs, value });
    return value;
  }

  /** Forgets what has not been asked for since the last sweep. */
  sweep(): void {
    for (const key of this.kept.keys()) if (!this.used.has(key)) this.kept.delete(key);
    this.used = new Set();
  }
}
