import {
  type EditArgs,
  type EditName,
  editStep,
  type EditStep,
  isPlain,
  must,
  type OrderProof,
  type Patch,
  type Plan,
  type Problem,
  type ProposalProgress,
  type Result,
  type TakeoffGroup,
  type TakeoffOrder,
  type Thing,
  toldProblem,
  type Unrolled,
  type WayOffered,
} from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, ref, type Ref, shallowRef } from 'vue';
import { fillLength } from '../meter/fill.ts';
import { Answers } from '../session/answers.ts';
import { type MarkRecord, marksStanding } from '@fieldchalk/contracts';
import { call } from '../session/api.ts';
import { canChange, loadChanging } from '../session/changing.ts';
import { JobSession, type Saving, type SessionNews } from '../session/jobSession.ts';
import type { SetAside } from '../session/setAsides.ts';
import type { Renames } from '../session/renamings.ts';
import type { Answer, Begun, Shown, Trial } from '../worker/answer.ts';
import { DrawnIds } from './drawnIds.ts';
import { JobPhones } from './phones.ts';
import { tallyOf, type Tally } from './tally.ts';
import { Told } from './told.ts';
import { useWho } from './who.ts';

/** Edits that work out what follows from the plan, which takes a while in a large house. */
const workedOut = { has: (name: EditName) => !isPlain(name) };

/** So often a long answer is asked for before the plan is said never to stand still. */
const mostAsked = 5;

/** The job that is open: its plan, what the worker makes of it, and how it is saved. Mirrors the session and the worker; only they change it. */
export const useSession = defineStore('session', () => {
  const plan = shallowRef<Plan | null>(null);
  const answered = shallowRef<Plan | null>(null);
  const result = shallowRef<Result | null>(null);
  /** What is drawn while the first result is worked out. */
  const begun = shallowRef<Shown | null>(null);
  const rooms = shallowRef<Answer['rooms']>({});
  const tally = shallowRef<Tally | null>(null);
  const before = shallowRef<Tally | null>(null);
  /** Of the plan as it stands, whatever a gesture shows meanwhile. */
  let settledTally: Tally | null = null;
  const marks = shallowRef<readonly MarkRecord[]>([]);
  const told = new Told();
  const failure = ref('');
  const saving = ref<Saving>('saved');
  /** How many edits wait for what makes them to be loaded, and how many for the worker. */
  const [loading, working] = [ref(0), ref(0)];
  const aside = shallowRef<readonly SetAside[]>([]);
  const lateChanged = ref(0);
  const renames = shallowRef<Renames>(new Map());
  const ids = new DrawnIds();
  const phones = new JobPhones();
  const fetchPhones = () => void phones.fetch().catch(() => undefined);
  const history = shallowRef({ undo: false, redo: false });
  let job: JobSession | null = null;
  let answers: Answers | null = null;
  const room = ref<string | null>(null);
  /** How far a proposal is that takes a while; null when none does. */
  const proposing = shallowRef<ProposalProgress | null>(null);
  let proposals: Promise<unknown> = Promise.resolve();
  /** Counts what was given up: proposals that waited their turn then are not begun. */
  let givenUp = 0;
  /** The job that was asked for last. */
  let askedFor: string | null = null;
  let hearing = 0;

  function show(answer: Answer, of: Plan, settled: boolean): void {
    answered.value = of;
    ids.draw(of);
    result.value = answer.result;
    rooms.value = answer.rooms;
    const next = tallyOf(answer.result);
    // While a gesture is under way the difference is to the plan as it stands; after it, to the plan before.
    if (!settled) before.value = settledTally;
    else {
      if (settledTally && JSON.stringify(next) !== JSON.stringify(settledTally)) before.value = settledTally;
      settledTally = next;
    }
    tally.value = next;
  }

  function showBegun({ placed, rooms: unrolled }: Begun, of: Plan): void {
    answered.value = of;
    ids.draw(of);
    begun.value = { ...placed, runs: {}, findings: [] };
    rooms.value = unrolled;
  }

  function hear(news: SessionNews): void {
    if (news.saving !== undefined) saving.value = news.saving;
    if (news.over) told.over(news.over);
    if (news.notice && news.saving) told.keepsFromSaving(news.notice);
    else if (news.notice) told.inPassing(news.notice);
    if (news.said) told.ofOthers(news.said);
    if (news.marks) marks.value = [...marks.value, ...news.marks];
    if (news.phones) fetchPhones();
    if (news.ended) failure.value = news.ended;
    if (news.late) lateChanged.value++;
    if (news.inTouch && job) {
      void fetchMarks(job.job.id);
      lateChanged.value++;
      fetchPhones();
    }
    if (news.aside) aside.value = news.aside;
    if (news.renames) {
      ids.rename(news.renames);
      renames.value = news.renames;
    }
    if (news.again) workAgain(news.again);
    if (news.measurement) fillLength(news.measurement);
    if (!news.plan) return;
    ids.follow(news.plan.plan);
    if (plan.value !== null && plan.value !== news.plan.plan) told.moveOn();
    plan.value = news.plan.plan;
    history.value = { undo: job?.canUndo ?? false, redo: job?.canRedo ?? false };
    answers?.follow(news.plan.plan, news.plan.patches);
  }

  async function open(id: string): Promise<void> {
    close();
    askedFor = id;
    failure.value = '';
    const own = (answers = new Answers(show, showBegun));
    try {
      const opened = await JobSession.open(id, hear, {
        person: useWho().person?.id ?? '',
        elsewhere: workedOut,
        isGiven: () => phones.isGiven || marks.value.length > 0,
      });
      if (own !== answers) return opened.close();
      job = opened;
      phones.of(id);
      opened.start();
      await fetchMarks(id);
    } catch (error) {
      failure.value = (error as Error).message;
    }
  }

  /** Somebody has signed in again: the job goes on, or is opened where it could not be. */
  function resume(): void {
    if (job && !failure.value) job.resume();
    else if (askedFor && failure.value) void open(askedFor);
  }

  /** What was ticked; what was heard of meanwhile stays. */
  async function fetchMarks(id: string): Promise<void> {
    try {
      const fetched = await call<MarkRecord[]>('GET', `/jobs/${id}/marks?marks=standing`);
      // What is known twice stands once: see marksStanding.
      marks.value = [...fetched, ...marks.value.filter((m) => m.sequence > (fetched.at(-1)?.sequence ?? 0))];
    } catch {
      told.inPassing('What the crew has ticked cannot be fetched just now.');
    }
  }

  function close(): void {
    job?.close();
    answers?.stop();
    job = answers = null;
    phones.of(null);
    givenUp++;
    atRest();
    plan.value = answered.value = result.value = begun.value = null;
    tally.value = before.value = settledTally = null;
    rooms.value = {};
    marks.value = [];
    aside.value = [];
    saving.value = 'saved';
    told.clear();
    room.value = null;
    ids.clear();
  }

  /** Whether an edit was taken; what is wrong with it is told by the names of the plan it was made on. */
  function taken(wrong: readonly Problem[]): boolean {
    const on = plan.value;
    told.problems.value = on ? wrong.map((p) => toldProblem(p, on)) : [];
    return wrong.length === 0;
  }

  const notLoaded = () =>
    told.inPassing(
      'A part of the program could not be loaded, so nothing was changed. Check the connection and do it again.',
    );

  /** What is not done yet is not said to be saved. */
  function counted<T>(waiting: Ref<number>, work: Promise<T>): Promise<T> {
    waiting.value++;
    return work.finally(() => waiting.value--);
  }

  /** Whether one of the edits that waited is being made. */
  let isItsTurn = false;
  /** Whether changes can be made at once, and none that was asked for before waits still. */
  const canChangeNow = () => canChange() && (isItsTurn || loading.value === 0);

  /** Does what makes a change as soon as what makes changes is loaded, after all that was asked for before; false where it is not taken, the job is another by then, or that cannot be had, which is told. */
  function whenLoaded(work: () => boolean): Promise<boolean> {
    const own = job;
    const done = loadChanging().then(
      () => {
        if (own === null || own !== job) return false;
        isItsTurn = true;
        try {
          return work();
        } finally {
          isItsTurn = false;
        }
      },
      () => {
        notLoaded();
        return false;
      },
    );
    return counted(loading, done);
  }

  /**
   * Does what makes a change: at once, or as soon as what makes changes is loaded. Then it counts as taken; what is wrong with it is told a moment later.
   */
  function whenReady(work: () => boolean): boolean {
    if (canChangeNow()) return work();
    void whenLoaded(work);
    return true;
  }

  /** Does something that makes a change with the job that is open. */
  function inJob(work: (job: JobSession) => void): void {
    const own = job;
    if (own)
      whenReady(() => {
        work(own);
        return true;
      });
  }

  /** Makes a named edit; says whether it was taken. What is wrong with it is in `problems`. */
  function edit<N extends EditName>(name: N, args: EditArgs<N>): boolean {
    if (!job) return false;
    told.begin();
    if (workedOut.has(name)) {
      inTurn(editStep(name, args));
      return true;
    }
    const own = job;
    return whenReady(() => taken(own.edit(name, args)));
  }

  /** Has the worker work out an edit after those that wait already; `done` hears whether it was taken. Given up meanwhile, it is not begun. */
  function inTurn(step: EditStep, done: (isTaken: boolean) => void = () => undefined): void {
    const asked = givenUp;
    const since = ids.moment;
    const own = () => (step.name === 'propose' ? propose(step.args) : work(step, since));
    const inItsTurn = proposals.then(async () => done(asked === givenUp ? await own() : false));
    proposals = counted(
      working,
      inItsTurn.catch(() => {
        if (!canChange()) notLoaded();
        done(false);
      }),
    );
  }

  /** An edit whose plan has gone on is worked out again; what it was stays set aside until that is taken. */
  function workAgain({ id, step }: NonNullable<SessionNews['again']>): void {
    const own = job;
    inTurn(step, (isTaken) => {
      if (isTaken && own === job) own?.letGo(id);
    });
  }

  /** Several edits as one: one gesture is one undo step. */
  function editAll(name: string, steps: readonly EditStep[]): boolean {
    if (!job || steps.length === 0) return false;
    told.begin();
    const own = job;
    return whenReady(() => taken(own.editAll(name, steps)));
  }

  /**
   * What the worker makes of the plan as it stands: where that changed meanwhile, here or in another window, it is asked again, so that nothing stands
   * on what is gone or takes the place of what is new. Null where it was given up, the job was left, or the plan never stood still.
   */
  async function ofPlanAsItStands<T>(ask: (answers: Answers) => Promise<T | null>): Promise<T | null> {
    const own = answers;
    for (let n = 0; n < mostAsked && own; n++) {
      const on = plan.value;
      const done = await ask(own);
      if (own !== answers || done === null) return null;
      if (on === plan.value) return done;
    }
    if (own) told.inPassing('The plan kept changing while this was worked out. Ask again.');
    return null;
  }

  /** Proposals are worked out in the worker, after the edits and the proposals made before them; the screen stays free. */
  async function propose(args: EditArgs<'propose'>): Promise<boolean> {
    const own = job;
    await loadChanging();
    const done = await ofPlanAsItStands((a) => a.propose(args, progressFrom()));
    atRest();
    if (!done || !own) return false;
    if (!done.ok) return taken(done.problems);
    if (done.change.patches.length === 0) {
      told.inPassing(args.anew ? 'It comes out as it is.' : 'Nothing is missing here.');
      return true;
    }
    const isTaken = taken(own.replay(editStep('propose', args), done.change.patches));
    if (args.anew && args.only?.join() === 'runs') told.inPassing(cablesChanged(done.change.patches));
    return isTaken;
  }

  /** An edit that lays cable is worked out there too, about what it was about when it was asked for. */
  async function work(asked: EditStep, since: number): Promise<boolean> {
    const own = job;
    await loadChanging();
    const stepNow = () => ids.followed(asked, since);
    const done = await ofPlanAsItStands((a) => a.work(stepNow()));
    if (!done || !own) return false;
    const step = stepNow();
    return taken(done.ok ? own.replay(step, done.change.patches) : done.problems);
  }

  /** What laying all cable anew came to. */
  function cablesChanged(patches: readonly Patch[]): string {
    const cables = new Set(patches.flatMap(({ path }) => (path[0] === 'runs' ? String(path[1]) : [])));
    return `${cables.size} ${cables.size === 1 ? 'cable goes' : 'cables go'} otherwise now. Undo brings them back.`;
  }

  /** Hears of one proposal; what comes late, when another or none is under way, is not heard. */
  function progressFrom(): (progress: ProposalProgress) => void {
    const own = ++hearing;
    return (progress) => {
      if (own === hearing) proposing.value = progress;
    };
  }
  function atRest(): void {
    hearing++;
    proposing.value = null;
  }

  /** Gives up proposals under way and waiting; the plan stays as it is. */
  function stopProposing(): void {
    givenUp++;
    atRest();
    answers?.giveUpProposal();
  }

  /** Proposals to look at side by side before one is taken; worked out in the worker. None where it was given up. */
  async function trials(): Promise<Trial[]> {
    const own = await ofPlanAsItStands((a) => a.trials(progressFrom()));
    atRest();
    return own ?? [];
  }

  /** Tries what an edit would give while a gesture is under way: the plan it would make is shown, and what follows from it. Nothing where it would be refused. */
  function tryOut<N extends EditName>(name: N, args: EditArgs<N>, show: (plan: Plan) => void): void {
    void answers?.preview({ step: editStep(name, args), show });
  }

  /** Nothing that was tried is shown any more: the plan has gone on. */
  const giveUpTrying = () => answers?.giveUpPreview();

  /** Back to the plan as it is, when a gesture is given up. */
  function settle(): void {
    giveUpTrying();
    if (plan.value) answers?.follow(plan.value, []);
  }

  /** Which room is unrolled. All rooms are part of every answer, so choosing one computes nothing. */
  function unroll(id: string | null): void {
    room.value = id;
  }

  function say(words: string): void {
    told.inPassing(words);
  }

  /** Whether each thing the crew ticks off is done, by kind and what it is about. */
  const standing = computed(() => marksStanding(marks.value));
  const done = computed(() => new Map([...standing.value].map(([key, mark]) => [key, mark.done])));

  return {
    plan: computed(() => plan.value),
    /** The plan where a job is open for certain; throws where none is. */
    opened: computed(() => must(plan.value, 'the plan of an open job')),
    /** The plan that `shown`, `result` and `unrolled` are of: what draws from both draws this one, and never misses what is gone. */
    answered: computed(() => answered.value),
    drawn: computed(() => must(answered.value, 'the plan of the answer')),
    /** All that follows from the plan; null until that is worked out. */
    result: computed(() => result.value),
    /** What is drawn of the result: before there is one, all but its cables and findings. */
    shown: computed((): Shown | null => result.value ?? begun.value),
    /** Every room unrolled, of the plan as it was answered last. */
    rooms: computed(() => rooms.value),
    /** The ticks that stand. */
    standing: computed(() => standing.value),
    unrolled: computed((): Unrolled | null => (room.value && rooms.value[room.value]) || null),
    tally: computed(() => tally.value),
    before: computed(() => before.value),
    problems: computed(() => told.problems.value),
    notice: computed(() => told.notice.value),
    isInPassing: computed(() => told.isInPassing.value),
    said: computed(() => told.said.value),
    read: () => told.read(),
    dismiss: () => told.dismiss(),
    moveOn: () => told.moveOn(),
    failure: computed(() => failure.value),
    saving: computed(() =>
      loading.value + working.value > 0 && saving.value === 'saved' ? 'being done' : saving.value,
    ),
    phones: computed(() => phones.list.value),
    fetchPhones: () => phones.fetch(),
    lateChanged: computed(() => lateChanged.value),
    aside: computed(() => aside.value),
    renames: computed(() => renames.value),
    /** The id that something has now, of one that is drawn: the drawing may not be up to date yet. */
    nowOf: (drawn: string): string => ids.nowOf(drawn),
    /** What `shown` and `result` have it by. */
    drawnId: (now: string): string => ids.drawnId(now),
    /** The same for one thing while its id changes, so that the keys and what is half typed stay with it. */
    keyOf: (id: string): string => ids.keyOf(id),
    history: computed(() => history.value),
    proposing: computed(() => proposing.value),
    done,
    open,
    resume,
    close,
    edit,
    editAll,
    stopProposing,
    tryOut,
    giveUpTrying,
    settle,
    unroll,
    say,
    /** Loads what makes changes, before the first of them. */
    prepare: loadChanging,
    canChangeNow,
    /** Whether edits wait for it. */
    isLoading: computed(() => loading.value > 0),
    whenLoaded,
    undo: () => inJob((own) => own.undo()),
    redo: () => inJob((own) => own.redo()),
    /** The session itself, for what few pages do with it. */
    withJob: inJob,
    taken,
    lastSteps: (count: number) => job?.last(count) ?? [],
    /** The page goes, perhaps to be loaded again. */
    keepSteps: () => job?.keepSteps(),
    trials,
    take: ({ args, patches }: Trial): void =>
      inJob((own) => void taken(own.replay(editStep('propose', args), patches))),
    /** Makes a change that was set aside again, or lets it go. */
    takeUp: (id: string) => inJob((own) => own.takeUp(id)),
    letGo: (id: string) => job?.letGo(id),
    orderProof: async (circuit: string): Promise<OrderProof | null> =>
      (await answers?.orderProof(circuit)) ?? null,
    waysOffered: async (run: string): Promise<WayOffered[]> => (await answers?.waysOffered(run)) ?? [],
    listBy: async (by: TakeoffOrder): Promise<TakeoffGroup[]> => (await answers?.listBy(by)) ?? [],
    linesOf: async (asked: Thing): Promise<string[]> => (await answers?.linesOf(asked)) ?? [],
    sourcesOf: async (item: string): Promise<Thing[]> => (await answers?.sourcesOf(item)) ?? [],
    whyOnCircuit: async (device: string): Promise<string[]> => (await answers?.whyOnCircuit(device)) ?? [],
  };
});
