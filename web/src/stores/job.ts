import { must, nth } from '@fieldchalk/core';
import type {
  EditArgs,
  EditName,
  Finding,
  Patch,
  Plan,
  Problem,
  Result,
  Side,
  Unrolled,
} from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { fillLength } from '../meter/fill.ts';
import { call, type MarkRecord } from '../session/api.ts';
import { JobSession, type SessionNews } from '../session/jobSession.ts';
import { startCompute } from '../worker/client.ts';

export type Kind =
  'circuit' | 'box' | 'run' | 'stud' | 'opening' | 'wall' | 'panel' | 'fixture' | 'obstacle' | 'corner';
export type Selection = { kind: Kind; id: string } | null;

/** A place to bring into view: on a wall as one room sees it. A new object each time, so that asking twice looks twice. */
export interface Focus {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
}

export interface Tally {
  readonly boxes: number;
  readonly feet: number;
  readonly holes: number;
  readonly hours: number;
  readonly cents: number;
  readonly open: number;
}

export function tallyOf(result: Result): Tally {
  const holes = new Set(Object.values(result.runs).flatMap((r) => r.bores.map((b) => b.hole)));
  return {
    boxes: Object.values(result.boxes).filter((b) => b.model !== 'none').length,
    feet: result.takeoff.lines.filter((l) => l.unit === 'ft').reduce((sum, l) => sum + l.quantity, 0),
    holes: holes.size,
    hours: Math.round(result.hours.stages.reduce((sum, s) => sum + s.hours, 0) * 10) / 10,
    cents: result.takeoff.lines.reduce((sum, l) => sum + (l.cents ?? 0), 0),
    open: result.findings.filter((f) => f.level !== 'note' && f.accepted === null).length,
  };
}

/** Thin adapter: mirrors the session and the worker's answers for the screen. */
export const useJob = defineStore('job', () => {
  const plan = shallowRef<Plan | null>(null);
  /** What the screen draws: the plan, or while a gesture is under way what it would become. */
  const shownPlan = shallowRef<Plan | null>(null);
  /** Everything chosen, of the kind of `selection`, which comes first. */
  const picked = ref<readonly string[]>([]);
  const level = ref<string | null>(null);
  const result = shallowRef<Result | null>(null);
  const unrolled = shallowRef<Unrolled | null>(null);
  const room = ref<string | null>(null);
  const selection = ref<Selection>(null);
  const notice = ref('');
  const problems = ref<readonly Problem[]>([]);
  const saving = ref(false);
  const marks = shallowRef<readonly MarkRecord[]>([]);
  const failure = ref('');
  const sharesChanged = ref(0);
  const tally = shallowRef<Tally | null>(null);
  const before = shallowRef<Tally | null>(null);
  const history = ref({ undo: false, redo: false });
  const finding = ref<number | null>(null);
  const focus = shallowRef<Focus | null>(null);
  /** Which stage is open: in some, boxes show more than themselves. */
  const stage = ref('boxes');
  /** The circuit that boxes pressed now go on; null while pressing chooses. */
  const painting = ref<string | null>(null);
  /** Breakers thrown on screen only, to see what goes dark. */
  const tripped = ref<ReadonlySet<string>>(new Set());
  let session: JobSession | null = null;
  let compute: ReturnType<typeof startCompute> | null = null;
  let queue: Promise<unknown> = Promise.resolve();
  let waitingPreview: readonly Patch[] | null = null;
  let previewing = false;

  function show(answer: { result: Result; unrolled: Unrolled | null }, settle: boolean): void {
    result.value = answer.result;
    unrolled.value = answer.unrolled;
    const next = tallyOf(answer.result);
    if (settle && tally.value && JSON.stringify(next) !== JSON.stringify(tally.value))
      before.value = tally.value;
    tally.value = next;
  }

  function hear(news: SessionNews): void {
    if (news.saving !== undefined) saving.value = news.saving;
    if (news.notice) notice.value = news.notice;
    if (news.marks) marks.value = [...marks.value, ...news.marks];
    if (news.shares) sharesChanged.value++;
    if (news.measurement) fillLength(news.measurement);
    if (!news.plan) return;
    const { plan: next, patches } = news.plan;
    plan.value = shownPlan.value = next;
    if (level.value === null || !next.levels[level.value]) level.value = Object.keys(next.levels)[0] ?? null;
    history.value = { undo: session?.canUndo ?? false, redo: session?.canRedo ?? false };
    if (room.value === null || !next.rooms[room.value]) room.value = Object.keys(next.rooms)[0] ?? null;
    const own = compute;
    queue = queue.then(async () => {
      if (!own || own !== compute) return;
      const answer = patches
        ? await own.compute.follow(patches, room.value)
        : await own.compute.load(next, room.value);
      if (own === compute) show(answer, true);
    });
  }

  async function open(id: string): Promise<void> {
    close();
    failure.value = '';
    compute = startCompute();
    try {
      session = await JobSession.open(id, hear);
      room.value = Object.keys(session.plan.rooms)[0] ?? null;
      session.start();
      marks.value = await call<MarkRecord[]>('GET', `/jobs/${id}/marks`);
    } catch (error) {
      failure.value = (error as Error).message;
    }
  }

  function close(): void {
    session?.close();
    compute?.stop();
    session = null;
    compute = null;
    queue = Promise.resolve();
    plan.value = shownPlan.value = result.value = unrolled.value = tally.value = before.value = null;
    choose(null);
    painting.value = null;
    tripped.value = new Set();
    room.value = level.value = null;
  }

  function edit<N extends EditName>(name: N, args: EditArgs<N>): boolean {
    if (!session) return false;
    notice.value = '';
    if (name === 'propose') {
      propose(args as EditArgs<'propose'>);
      return true;
    }
    problems.value = session.edit(name, args);
    return problems.value.length === 0;
  }

  /** Proposals are worked out in the worker, after the edits made before them; the screen stays free. */
  function propose(args: EditArgs<'propose'>): void {
    queue = queue.then(async () => {
      if (!compute || !session) return;
      const done = await compute.compute.propose(args);
      if (!done.ok) problems.value = done.problems;
      else if (done.change.patches.length === 0) notice.value = 'Nothing is missing here.';
      else problems.value = session.replay('propose', done.change.patches);
    });
  }

  /** Shows what an edit would give while a gesture is under way; only the latest is computed. */
  async function preview<N extends EditName>(name: N, args: EditArgs<N>): Promise<void> {
    const ahead = session?.preview(name, args) ?? null;
    if (!ahead) return;
    shownPlan.value = ahead.plan;
    waitingPreview = ahead.patches;
    if (previewing) return;
    previewing = true;
    while (waitingPreview && compute && plan.value) {
      const patches = waitingPreview;
      waitingPreview = null;
      show(await compute.compute.preview(patches, room.value), false);
    }
    previewing = false;
  }

  /** Back to the plan as it is, when a gesture is given up. */
  function settle(): void {
    waitingPreview = null;
    if (plan.value) hear({ plan: { plan: plan.value, patches: [] } });
  }

  function choose(next: Selection): void {
    selection.value = next;
    picked.value = next ? [next.id] : [];
  }
  /** Adds one to what is chosen, or takes it out again; another kind starts anew. */
  function pick(next: NonNullable<Selection>): void {
    if (selection.value?.kind !== next.kind) return choose(next);
    const rest = picked.value.filter((id) => id !== next.id);
    picked.value = rest.length < picked.value.length ? rest : [...rest, next.id];
    selection.value = picked.value[0] === undefined ? null : { kind: next.kind, id: picked.value[0] };
  }
  function chooseLevel(id: string): void {
    level.value = id;
    const here = Object.entries(plan.value?.rooms ?? {}).find(([, r]) => r.level === id);
    if (here && plan.value?.rooms[room.value ?? '']?.level !== id) chooseRoom(here[0]);
  }
  function chooseRoom(id: string): void {
    room.value = id;
    level.value = plan.value?.rooms[id]?.level ?? level.value;
    choose(null);
    finding.value = null;
    settle();
  }

  /** Brings a finding into view: its room, its place on the wall, and the box it is about. */
  function showFinding(index: number): void {
    const shown = result.value?.findings[index];
    if (!shown || !plan.value) return;
    finding.value = index;
    const home = shown.about.find((id) => must(plan.value, 'the value').rooms[id]) ?? roomSeeing(shown.place);
    if (home && home !== room.value) chooseRoom(home);
    const box = shown.about.find((id) => must(plan.value, 'the value').boxes[id]);
    choose(box ? { kind: 'box', id: box } : null);
    look(shown.place);
  }
  function look(place: Focus | null): void {
    focus.value = place && { ...place };
  }
  function stepFinding(by: 1 | -1): void {
    const count = result.value?.findings.length ?? 0;
    if (count === 0) notice.value = 'Nothing is open.';
    else
      showFinding(finding.value === null ? (by > 0 ? 0 : count - 1) : (finding.value + by + count) % count);
  }
  function roomSeeing(place: Focus | null): string | undefined {
    if (!place) return undefined;
    const sees = (r: Result['rooms'][string]) =>
      r.spaces.some((s) =>
        s.pieces.some(
          (p) =>
            p.wall === place.wall &&
            p.side === place.side &&
            place.at >= p.start - 1 &&
            place.at <= p.end + 1,
        ),
      );
    return Object.entries(result.value?.rooms ?? {}).find(([, r]) => sees(r))?.[0];
  }
  function stepRoom(by: 1 | -1): void {
    const ids = Object.keys(plan.value?.rooms ?? {});
    if (ids.length > 0) chooseRoom(nth(ids, (ids.indexOf(room.value ?? '') + by + ids.length) % ids.length));
  }

  /** Keeping what was proposed pins it: the chosen box, or all boxes the room in hand sees. */
  function keep(): void {
    const chosen = selection.value?.kind === 'box' ? picked.value : boxesInHand();
    edit('keepBoxes', { boxes: chosen });
  }
  function boxesInHand(): string[] {
    const walls = unrolled.value?.walls ?? [];
    return Object.entries(result.value?.marks ?? {})
      .filter(([, m]) => walls.some((w) => w.wall === m.wall && w.side === m.side))
      .map(([id]) => id);
  }
  function fix(shown: Finding, index: number): void {
    const fixEdit = nth(shown.fixes, index);
    edit(fixEdit.edit as EditName, fixEdit.args as never);
  }

  /** Puts a box on the circuit in hand; pressed again it comes off. */
  function paint(box: string): void {
    const circuit = painting.value;
    if (!circuit || !plan.value) return;
    const own = Object.values(plan.value.devices).filter((d) => d.box === box);
    const isOn = own.length > 0 && own.every((d) => d.circuit === circuit);
    edit('assignBoxes', { boxes: [box], circuit: isOn ? null : circuit });
  }
  /** The circuit that is chosen, or that the chosen box is on. */
  const circuitInHand = computed(() => {
    if (selection.value?.kind === 'circuit')
      return plan.value?.circuits[selection.value.id] ? selection.value.id : null;
    if (selection.value?.kind !== 'box') return null;
    const box = selection.value.id;
    return (
      Object.values(plan.value?.devices ?? {}).find((d) => d.box === box && d.circuit !== null)?.circuit ??
      null
    );
  });
  function trip(circuit: string): void {
    const next = new Set(tripped.value);
    if (!next.delete(circuit)) next.add(circuit);
    tripped.value = next;
  }
  /** Proposals to look at side by side before one is taken; worked out in the worker. */
  async function trials() {
    await queue;
    return compute ? compute.compute.trials() : [];
  }
  function take(patches: readonly Patch[]): void {
    if (session) problems.value = session.replay('propose', [...patches]);
  }
  async function whyOnCircuit(device: string): Promise<string[]> {
    await queue;
    return compute ? compute.compute.whyOnCircuit(device) : [];
  }

  const done = computed(() => {
    const state = new Map<string, boolean>();
    for (const m of marks.value) state.set(`${m.kind} ${m.about}`, m.done);
    return state;
  });

  return {
    plan,
    shownPlan,
    result,
    unrolled,
    room,
    level,
    selection,
    picked,
    notice,
    problems,
    saving,
    marks,
    failure,
    tally,
    before,
    history,
    done,
    sharesChanged,
    finding,
    focus,
    stage,
    painting,
    tripped,
    circuitInHand,
    open,
    close,
    edit,
    preview,
    settle,
    choose,
    pick,
    chooseRoom,
    chooseLevel,
    fix,
    showFinding,
    roomSeeing,
    look,
    stepFinding,
    stepRoom,
    keep,
    boxesInHand,
    paint,
    trip,
    trials,
    take,
    whyOnCircuit,
    undo: () => session?.undo(),
    redo: () => session?.redo(),
  };
});
