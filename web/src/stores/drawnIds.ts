import type { Plan } from '@fieldchalk/core';
import { ref, shallowRef, triggerRef } from 'vue';
import { type Renames, Renamings } from '../session/renamings.ts';

/** Ids between the plan as it stands and what is drawn of it, which may be of a plan from before something was renamed. */
export class DrawnIds {
  private readonly renamings = shallowRef(new Renamings());
  /** When the ids of a plan were those of things: before what was renamed later. */
  private momentOf = new WeakMap<Plan, number>();
  private readonly drawn = ref(0);

  rename(renames: Renames): void {
    this.renamings.value.add(renames);
    triggerRef(this.renamings);
  }

  /** A plan that has come: its ids are those of now. */
  follow(plan: Plan): void {
    this.momentOf.set(plan, this.moment);
  }

  /** A plan that is drawn from now on. One that is only tried has the ids of the plan it is tried on. */
  draw(plan: Plan): void {
    this.drawn.value = this.momentOf.get(plan) ?? this.drawn.value;
  }

  clear(): void {
    this.renamings.value = new Renamings();
    this.momentOf = new WeakMap();
    this.drawn.value = 0;
  }

  /** Now, for what is to be followed from here on. */
  get moment(): number {
    return this.renamings.value.moment;
  }
  /** What named things by the ids of a moment, by those of now. */
  followed<T>(value: T, since: number): T {
    return this.renamings.value.followed(value, since);
  }

  /** The id that something drawn has now. */
  nowOf(drawn: string): string {
    return this.followed(drawn, this.drawn.value);
  }
  /** The id that something is drawn by; empty where it is not drawn yet. */
  drawnId(now: string): string {
    return this.renamings.value.idAt(this.drawn.value, now);
  }
  /** The same for one thing while its id changes. */
  keyOf(now: string): string {
    return this.renamings.value.keyOf(now);
  }
}
