import { valueIn } from '../lookups/index.ts';
import { roomFor, type HolePlace, type Sharing } from './drilling.ts';
import type { HoleUses, Use } from './holeUses.ts';
import type { Room } from './search.ts';

/** A place where a cable finds other room than it did, and whether it is better off there now. */
export interface ChangedPlace {
  readonly place: HolePlace;
  readonly isBetter: boolean;
}

/** What is known of a place for a cable, for the turns before `until`: null where it finds the same room as last time. */
interface Known {
  readonly change: ChangedPlace | null;
  readonly until: number;
}

/** What a cable finds at a place, for the turns before `until`. */
interface KnownRoom {
  readonly room: Room;
  readonly until: number;
}

/** The changed places of a cable, for the turns before `until`. */
interface KnownOfCable {
  readonly places: Map<string, Known>;
  list: readonly ChangedPlace[];
  until: number;
}

const cheaper: Record<Room, number> = { shared: 0, beside: 1, new: 2, none: 3 };

/** What cables find at places when their turn comes, as it is and as it was last time: the holes of all others as they were laid first, those before them as they were laid again. */
export class HoleChanges {
  private readonly known = new Map<string, KnownOfCable>();
  /** By cable, then by the name of the place. */
  private readonly rooms = new Map<string, Map<string, KnownRoom>>();

  /** @param turns Of the runs of now and of last time. */
  constructor(
    private readonly sharing: Sharing,
    private readonly turns: ReadonlyMap<string, number>,
    private readonly first: HoleUses,
    private readonly again: HoleUses,
  ) {}

  /** Runs go otherwise than was known. */
  forget(): void {
    this.known.clear();
    this.rooms.clear();
  }

  /** What a cable finds at a place, by its name, in a turn. */
  roomFor(key: string, cable: string, turn: number): Room {
    const rooms = this.rooms.get(cable) ?? new Map<string, KnownRoom>();
    this.rooms.set(cable, rooms);
    const known = rooms.get(key);
    if (known && turn < known.until) return known.room;
    const uses = [this.first.at(key), this.again.at(key)] as const;
    const room = this.room(...uses, cable, turn);
    rooms.set(key, { room, until: this.untilOf(uses, turn) });
    return room;
  }

  /** The first turn from which it is not so any more: the next one of a run that goes through, and the one after a run's own. */
  private untilOf(uses: readonly (readonly Use[])[], turn: number): number {
    let until = Infinity;
    for (const list of uses)
      for (const use of list) {
        const own = this.turnOf(use);
        if (own >= turn) until = Math.min(until, own === turn ? turn + 1 : own);
      }
    return until;
  }

  /** Places where a cable finds other room than it did. */
  forCable(cable: string, turn: number): readonly ChangedPlace[] {
    const known = this.known.get(cable) ?? { places: new Map<string, Known>(), list: [], until: 0 };
    this.known.set(cable, known);
    if (turn < known.until) return known.list;
    const list: ChangedPlace[] = [];
    known.until = Infinity;
    for (const key of new Set([...this.first.changed, ...this.again.changed])) {
      let own = known.places.get(key);
      if (!own || turn >= own.until) {
        own = this.changeAt(key, cable, turn);
        known.places.set(key, own);
      }
      if (own.change) list.push(own.change);
      known.until = Math.min(known.until, own.until);
    }
    known.list = list;
    return list;
  }

  private changeAt(key: string, cable: string, turn: number): Known {
    const { first, again } = this;
    const uses = [first.at(key), again.at(key), first.was(key), again.was(key)] as const;
    const now = this.room(uses[0], uses[1], cable, turn);
    const was = this.room(uses[2], uses[3], cable, turn);
    const until = this.untilOf(uses, turn);
    const place = uses.find((list) => list[0])?.[0]?.place;
    if (was === now || !place) return { change: null, until };
    return { change: { place, isBetter: cheaper[now] < cheaper[was] }, until };
  }

  private turnOf({ id }: Use): number {
    return valueIn(this.turns, id);
  }

  /** Among all others: those before it as they were laid again, those after it as they were laid first. */
  private room(first: readonly Use[], again: readonly Use[], cable: string, turn: number): Room {
    const one = first[0] ?? again[0];
    if (!one) return 'new';
    const before = again.filter((use) => this.turnOf(use) < turn).map((use) => use.cable);
    const after = first.filter((use) => this.turnOf(use) > turn).map((use) => use.cable);
    return roomFor(cable, one.place, this.sharing, { before, after });
  }
}
