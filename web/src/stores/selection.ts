import {
  boundedRooms,
  boxesOfRoom,
  must,
  nth,
  pastCorner,
  roomSeeing as seeing,
  type CollectionName,
  type Plan,
  type Run,
  type RunPlace,
  type Side,
} from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Stage } from '../workspace/entry/order.ts';
import { followRenames } from './followRenames.ts';
import { useSession } from './session.ts';

export type Kind =
  'circuit' | 'box' | 'run' | 'stud' | 'opening' | 'wall' | 'panel' | 'fixture' | 'obstacle' | 'corner';
export type Selection = { readonly kind: Kind; readonly id: string } | null;

/** A place to bring into view: on a wall as one room sees it. A new object each time, so that asking twice looks twice. */
export interface Focus {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
}

/** Where what can be chosen is kept in the plan. */
export const collectionOf: Readonly<Record<Exclude<Kind, 'stud'>, CollectionName>> = {
  circuit: 'circuits',
  box: 'boxes',
  run: 'runs',
  opening: 'openings',
  wall: 'walls',
  panel: 'panels',
  fixture: 'fixtures',
  obstacle: 'obstacles',
  corner: 'points',
};

/** Whether what was chosen is still in the plan. A stud is framing, which the plan only measures. */
function isThere(plan: Plan, kind: Kind, id: string): boolean {
  return kind === 'stud' || Object.hasOwn(plan[collectionOf[kind]], id);
}

/** The cable that takes the place of one that was laid otherwise: between the same ends, else the first of its circuit. */
function inPlaceOf({ from, to, circuit }: Run, plan: Plan): string | undefined {
  const all = Object.entries(plan.runs);
  const same = all.find(([, r]) => (r.from === from && r.to === to) || (r.from === to && r.to === from));
  return (same ?? all.find(([, r]) => circuit !== null && r.circuit === circuit))?.[0];
}

/** What is in hand: the room and level, what is chosen, the stage, the circuit being painted and the breakers thrown on screen. */
export const useSelection = defineStore('selection', () => {
  const session = useSession();
  const room = ref<string | null>(null);
  const level = ref<string | null>(null);
  const chosen = shallowRef<Selection>(null);
  const picked = shallowRef<readonly string[]>([]);
  const focus = shallowRef<Focus | null>(null);
  const stage = ref<Stage>('boxes');
  const painting = ref<string | null>(null);
  const tripped = shallowRef<ReadonlySet<string>>(new Set());
  const threading = ref<string | null>(null);

  /** What is in hand may go in this window or in another: then something that is there takes its place, or nothing. */
  watch(
    () => session.plan,
    (plan, before) => {
      if (!plan) return letGo();
      if (level.value === null || !plan.levels[level.value])
        level.value = Object.keys(plan.levels)[0] ?? null;
      if (room.value === null || !plan.rooms[room.value]) room.value = Object.keys(plan.rooms)[0] ?? null;
      session.unroll(room.value);
      if (painting.value && !plan.circuits[painting.value]) painting.value = null;
      if (threading.value && !plan.runs[threading.value]) threading.value = null;
      const kind = chosen.value?.kind;
      if (!kind) return;
      const left = picked.value.filter((id) => isThere(plan, kind, id));
      const gone = kind === 'run' && left.length === 0 ? before?.runs[picked.value[0] ?? ''] : undefined;
      const instead = gone && inPlaceOf(gone, plan);
      if (instead) hold(kind, [instead]);
      else if (left.length < picked.value.length) hold(kind, left);
    },
    { flush: 'sync' },
  );

  /** What was just made here may get another id, as someone else gave the same one first. */
  watch(
    () => session.renames,
    (renames) => {
      const now = (id: string) => renames.get(id) ?? id;
      if (chosen.value) hold(chosen.value.kind, picked.value.map(now));
      tripped.value = new Set([...tripped.value].map(now));
    },
    { flush: 'sync' },
  );
  followRenames(room, level, painting, threading);

  function letGo(): void {
    choose(null);
    painting.value = threading.value = null;
    tripped.value = new Set();
    room.value = level.value = null;
  }
  function hold(kind: Kind, ids: readonly string[]): void {
    picked.value = ids;
    chosen.value = ids[0] === undefined ? null : { kind, id: ids[0] };
  }
  function choose(next: Selection): void {
    chosen.value = next;
    picked.value = next ? [next.id] : [];
  }
  /** Adds one to what is chosen, or takes it out again; another kind starts anew. */
  function pick(next: NonNullable<Selection>): void {
    if (chosen.value?.kind !== next.kind) return choose(next);
    const rest = picked.value.filter((id) => id !== next.id);
    hold(next.kind, rest.length < picked.value.length ? rest : [...rest, next.id]);
  }
  /** What is picked now, so that one more can be picked besides it once it is known that this was meant. */
  function pickingFromHere(): (next: NonNullable<Selection>) => void {
    const [before, ids] = [chosen.value, picked.value];
    return (next) => {
      if (before) hold(before.kind, ids);
      else choose(null);
      pick(next);
    };
  }
  function chooseLevel(id: string): void {
    level.value = id;
    const here = Object.entries(session.plan?.rooms ?? {}).find(([, r]) => r.level === id);
    if (here && session.plan?.rooms[room.value ?? '']?.level !== id) chooseRoom(here[0]);
  }
  function chooseRoom(id: string): void {
    room.value = id;
    level.value = session.plan?.rooms[id]?.level ?? level.value;
    choose(null);
    session.unroll(id);
  }
  function stepRoom(by: 1 | -1): void {
    const ids = Object.keys(session.plan?.rooms ?? {});
    if (ids.length > 0) chooseRoom(nth(ids, (ids.indexOf(room.value ?? '') + by + ids.length) % ids.length));
  }
  function look(place: Focus | null): void {
    focus.value = place && { ...place };
  }
  /** Chooses a cable and brings it into view: the room in hand stays where it sees an end of it, else the room of its first end comes. */
  function showRun(id: string): void {
    const { plan, shown: result } = session;
    const run = plan?.runs[id];
    if (!plan || !result || !run) return;
    const ends = [run.from, run.to].flatMap((end): Focus[] => {
      const mark = end === null ? undefined : result.marks[end];
      const on = end === null ? undefined : plan.panels[end]?.on;
      return mark ? [mark] : on ? [on] : [];
    });
    const here = ends.find((end) => roomSeeing(end) === room.value) ?? ends[0];
    const seen = here && roomSeeing(here);
    if (seen !== undefined && seen !== room.value) chooseRoom(seen);
    choose({ kind: 'run', id });
    if (here) look(here);
  }
  const roomSeeing = (place: Focus | null): string | undefined =>
    (place && session.plan && seeing(boundedRooms(session.plan), place, pastCorner)) ?? undefined;

  /** Boxes on the walls that the room in hand sees. */
  function boxesInHand(): string[] {
    const { plan, shown: result } = session;
    if (!plan || !result || room.value === null) return [];
    return boxesOfRoom(plan, room.value).filter((id) => id in result.marks);
  }
  /** Keeping what was proposed pins it: the chosen boxes, or all boxes the room in hand sees. */
  function keep(): void {
    session.edit('keepBoxes', { boxes: chosen.value?.kind === 'box' ? picked.value : boxesInHand() });
  }

  /** Walls are locked where they are, or unlocked, as the first of them is; boxes are kept. */
  function lock(): void {
    const own = chosen.value;
    if (own?.kind === 'wall')
      session.edit('setWalls', {
        walls: picked.value,
        changes: { locked: !session.opened.walls[own.id]?.locked },
      });
    else if (own?.kind === 'box') session.edit('keepBoxes', { boxes: picked.value });
  }
  function pinChosen(): void {
    const own = chosen.value;
    if (own?.kind === 'box')
      session.edit('setBox', { box: own.id, changes: { pinned: !session.opened.boxes[own.id]?.pinned } });
  }

  /** The circuit that is chosen, or that the chosen box is on. */
  const circuitInHand = computed(() => {
    const own = chosen.value;
    if (own?.kind === 'circuit') return own.id;
    if (own?.kind !== 'box') return null;
    const devices = Object.values(session.plan?.devices ?? {});
    return devices.find((d) => d.box === own.id && d.circuit !== null)?.circuit ?? null;
  });
  /** The circuit that boxes pressed go on from now; null while pressing chooses. */
  function paintWith(circuit: string | null): void {
    painting.value = circuit;
  }
  /** Puts a box on the circuit in hand; pressed again it comes off. */
  function paint(box: string): void {
    const circuit = painting.value;
    if (!circuit || !session.plan) return;
    const own = Object.values(session.plan.devices).filter((d) => d.box === box);
    const isOn = own.length > 0 && own.every((d) => d.circuit === circuit);
    session.edit('assignBoxes', { boxes: [box], circuit: isOn ? null : circuit });
  }
  /** The cable that goes through what is pointed at now; null while pointing chooses. */
  function threadWith(run: string | null): void {
    threading.value = run;
  }
  /** The cable in hand goes through a place that was pointed at. */
  function thread(place: RunPlace): void {
    if (threading.value) session.edit('goThrough', { run: threading.value, place });
  }
  function trip(circuit: string): void {
    const next = new Set(tripped.value);
    if (!next.delete(circuit)) next.add(circuit);
    tripped.value = next;
  }
  function enterStage(name: Stage): void {
    stage.value = name;
    if (name !== 'circuits') painting.value = null;
    threading.value = null;
  }

  return {
    room: computed(() => room.value),
    level: computed(() => level.value),
    chosen: computed(() => chosen.value),
    /** The id of what is chosen; a card is open only while something is. */
    chosenId: computed(() => must(chosen.value, 'what is chosen').id),
    /** Everything chosen, of the kind of `chosen`, which comes first. */
    picked: computed(() => picked.value),
    focus: computed(() => focus.value),
    /** Which stage is open: in some, boxes show more than themselves. */
    stage: computed(() => stage.value),
    painting: computed(() => painting.value),
    /** The cable that is being drawn through places; null while pressing chooses. */
    threading: computed(() => threading.value),
    /** Breakers thrown on screen only, to see what goes dark. */
    tripped: computed(() => tripped.value),
    circuitInHand,
    choose,
    pick,
    pickingFromHere,
    chooseLevel,
    chooseRoom,
    stepRoom,
    look,
    showRun,
    roomSeeing,
    boxesInHand,
    keep,
    lock,
    pinChosen,
    paintWith,
    paint,
    threadWith,
    thread,
    trip,
    enterStage,
  };
});
