import { compareIds } from '../lookups/ids.ts';
import type { HolePlace } from './drilling.ts';

/** A cable with the holes it asks for. */
export interface Drilled {
  readonly cable: string;
  readonly places: readonly HolePlace[];
}

/** A run that goes through a place. */
export interface Use {
  readonly id: string;
  readonly cable: string;
  readonly place: HolePlace;
}

/** Runs by the names of the places they go through, in the order of their ids. */
export type UsesByPlace = Map<string, readonly Use[]>;

const nobody: readonly Use[] = [];

/** Which runs go through each place, in the order of their ids: as they did last time, and as they do by the changes since. */
export class HoleUses {
  /** Of the places where it is not as it was. */
  private readonly now: UsesByPlace = new Map();

  /** @param before Written to by `settle`, and by nothing else. */
  constructor(private readonly before: UsesByPlace) {}

  /** A run goes as it did or otherwise, came, or is gone. Whether that is a change. */
  change(id: string, was: Drilled | undefined, is: Drilled | undefined): boolean {
    if (was?.places === is?.places && was?.cable === is?.cable) return false;
    for (const { key } of was?.places ?? [])
      this.now.set(
        key,
        this.at(key).filter((use) => use.id !== id),
      );
    for (const place of is?.places ?? []) {
      const uses = this.at(place.key);
      const after = uses.findIndex((use) => compareIds(use.id, id) > 0);
      const own = { id, cable: is?.cable ?? '', place };
      this.now.set(place.key, uses.toSpliced(after < 0 ? uses.length : after, 0, own));
    }
    return true;
  }

  at(key: string): readonly Use[] {
    return this.now.get(key) ?? this.was(key);
  }

  was(key: string): readonly Use[] {
    return this.before.get(key) ?? nobody;
  }

  /** Names of the places where it is not as it was, as far as is known. */
  get changed(): Iterable<string> {
    return this.now.keys();
  }

  /** Names of all places there are holes at, or were. */
  *keys(): Iterable<string> {
    yield* this.before.keys();
    for (const key of this.now.keys()) if (!this.before.has(key)) yield key;
  }

  /** What is so now is from here on how it was. */
  settle(): void {
    for (const [key, uses] of this.now)
      if (uses.length === 0) this.before.delete(key);
      else this.before.set(key, uses);
    this.now.clear();
  }
}
