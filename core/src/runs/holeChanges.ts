import { Drilling, type HolePlace, type Room } from './drilling.ts';

/** A cable with the holes it asks for. */
interface Drilled {
  readonly cable: string;
  readonly places: readonly HolePlace[];
}

/** A place where a cable finds other room than it did, and whether it is better off there now. */
export interface ChangedPlace {
  readonly place: HolePlace;
  readonly isBetter: boolean;
}

/** Holes as they were drilled last time and as they are now, up to the run in hand, and the places where that is not the same. */
export class HoleChanges {
  private readonly was: Drilling;
  private readonly touched = new Map<string, HolePlace>();
  /** By cable what is known of the touched places; null where that cable finds the same room. */
  private readonly known = new Map<string, Map<string, ChangedPlace | null>>();

  constructor(
    sharing: ConstructorParameters<typeof Drilling>[0],
    private readonly now: Drilling,
  ) {
    this.was = new Drilling(sharing);
  }

  /** A run is drilled for as it was before, where it was, and as it is now. */
  pass(before: Drilled | undefined, now: Drilled | undefined): void {
    for (const p of before?.places ?? []) this.was.add(p, before?.cable ?? '');
    for (const p of now?.places ?? []) this.now.add(p, now?.cable ?? '');
    this.note(before, now);
  }

  /** A run that was drilled for is not any more, to be laid again. */
  take(before: Drilled | undefined, now: Drilled | undefined): void {
    for (const p of before?.places ?? []) this.was.remove(p, before?.cable ?? '');
    for (const p of now?.places ?? []) this.now.remove(p, now?.cable ?? '');
    this.note(before, now);
  }

  private note(before: Drilled | undefined, now: Drilled | undefined): void {
    const isSame = before?.places === now?.places && before?.cable === now?.cable;
    for (const own of [before, now])
      for (const p of own?.places ?? []) {
        if (!isSame) this.touched.set(p.key, p);
        if (this.touched.has(p.key)) for (const places of this.known.values()) places.delete(p.key);
      }
  }

  /** What a cable finds at a place now. */
  roomFor({ key }: HolePlace, cable: string): Room {
    return this.now.roomAt(key, cable);
  }

  /** Places where a cable finds other room than it did. */
  forCable(cable: string): ChangedPlace[] {
    const known = this.known.get(cable) ?? new Map<string, ChangedPlace | null>();
    this.known.set(cable, known);
    const changed: ChangedPlace[] = [];
    for (const [key, place] of this.touched) {
      let own = known.get(key);
      if (own === undefined) {
        const [was, now] = [this.was.roomAt(key, cable), this.now.roomAt(key, cable)];
        own = was === now ? null : { place, isBetter: cheaper[now] < cheaper[was] };
        known.set(key, own);
      }
      if (own) changed.push(own);
    }
    return changed;
  }
}
const cheaper: Record<Room, number> = { shared: 0, new: 1, none: 2 };
