// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { marlStreet, study } from '@fieldchalk/core/demo';
import { makeEdit, type Plan, type ProposalProgress } from '@fieldchalk/core';
import { ref, watch } from 'vue';
import { computeInThread } from '../testing/inThread.ts';
import { JobServer } from '../testing/jobServer.ts';
import { followRenames } from './followRenames.ts';
import { useFindings } from './findings.ts';
import { useGesture } from './gesture.ts';
import { useSelection } from './selection.ts';
import { useSession } from './session.ts';
import { useTrouble } from './trouble.ts';

/** What the workers were asked to try. */
const tried: unknown[] = [];
/** Workers begun so far; one that is held never comes to the end of a proposal, as one that computes for long; a slow one has it ready and says so when it is let. */
const workers = { begun: 0, areHeld: false, fail: false, slow: null as (() => Promise<void>) | null };
vi.mock('../worker/client.ts', () => ({
  startCompute: () => {
    workers.begun++;
    const own = computeInThread();
    const held = (_: unknown, told: (progress: ProposalProgress) => void) => {
      told({ doing: 'runs', done: 3, of: 9 });
      return new Promise<never>(() => undefined);
    };
    const tryOut: typeof own.compute.tryOut = async (...asked) => {
      tried.push(asked[1]);
      if (workers.fail) throw new Error('the worker broke');
      return own.compute.tryOut(...asked);
    };
    const propose: typeof own.compute.propose = async (...asked) => {
      const done = await own.compute.propose(...asked);
      await workers.slow?.();
      return done;
    };
    const compute = { ...own.compute, tryOut, propose: workers.areHeld ? held : propose };
    return { ...own, compute };
  },
}));

interface Sent {
  readonly path: string;
  readonly body: { readonly name?: string } & Record<string, unknown>;
}
let sent: Sent[];
let revision = 0;

/** Opens a plan as the window would, with a server that takes every change. */
async function open(plan: Plan) {
  sent = [];
  revision = 0;
  vi.stubGlobal('fetch', async (path: string, init?: { body?: string | null }) => {
    const body = init?.body ? (JSON.parse(init.body) as Sent['body']) : {};
    const answers = (value: unknown) => ({ ok: true, status: 200, json: async () => value });
    if (init?.body) {
      sent.push({ path, body });
      return answers({ ...body, revision: ++revision });
    }
    if (path.endsWith('/marks')) return answers([]);
    if (path.includes('changes')) return answers([]);
    return answers({ id: 'j1', name: 'Test', revision: 0, changedAt: 0, plan });
  });
  vi.stubGlobal(
    'EventSource',
    class {
      addEventListener() {}
      close() {}
    },
  );
  const session = useSession();
  const selection = useSelection();
  await session.open('j1');
  await vi.waitFor(() => expect(session.result).not.toBe(null));
  return { session, selection };
}

beforeEach(() => {
  setActivePinia(createPinia());
  localStorage.clear();
  sessionStorage.clear();
});
afterEach(() => {
  useSession().close();
  vi.unstubAllGlobals();
});

describe('the session', () => {
  test('shows the plan, what follows from it and the tally; an edit changes all three and is sent', async () => {
    const { session, selection } = await open(study());
    const before = session.tally!;
    expect(before.boxes).toBeGreaterThan(3);
    const [box] = selection.boxesInHand() as [string];
    expect(session.edit('removeBoxes', { boxes: [box] })).toBe(true);
    expect(session.opened.boxes[box]).toBe(undefined);
    await vi.waitFor(() => expect(session.tally!.boxes).toBe(before.boxes - 1));
    expect(session.before).toEqual(before);
    await vi.waitFor(() => expect(sent.map((s) => s.body.name)).toEqual(['removeBoxes']));
    expect(session.history).toEqual({ undo: true, redo: false });
  });

  test('what is wrong and what was told in passing go when the plan goes on, or when they are put away', async () => {
    const { session } = await open(study());
    const [box, other] = Object.keys(session.opened.boxes) as [string, string];
    const refused = () => session.edit('setBox', { box: 'b99', changes: { existing: true } });
    expect(refused()).toBe(false);
    expect(session.problems).toHaveLength(1);
    session.edit('setBox', { box, changes: { existing: true } });
    expect(session.problems).toEqual([]);
    refused();
    session.say('Nothing is open.');
    expect(session.isInPassing).toBe(true);
    // What is told of a change stays when the change comes; a while later it goes with the next.
    session.undo();
    expect([session.problems, session.notice]).toEqual([[], 'Nothing is open.']);
    const now = performance.now();
    const clock = vi.spyOn(performance, 'now').mockReturnValue(now + 2000);
    session.redo();
    expect(session.notice).toBe('');
    clock.mockRestore();
    refused();
    session.say('Nothing is open.');
    session.dismiss();
    expect([session.problems, session.notice]).toEqual([[], '']);
    expect(session.opened.boxes[other]).toBeDefined();
  });

  test('what is opened is drawn before its cable is laid: the marks first, without cables or figures', async () => {
    const session = useSession();
    const drawn: { marks: number; runs: number; isWhole: boolean; tally: boolean }[] = [];
    const stop = watch(
      () => session.shown,
      (shown) => {
        if (!shown) return;
        const [marks, runs] = [Object.keys(shown.marks).length, Object.keys(shown.runs).length];
        drawn.push({ marks, runs, isWhole: session.result !== null, tally: session.tally !== null });
      },
      { flush: 'sync' },
    );
    await open(study());
    await vi.waitFor(() => expect(session.tally).not.toBe(null));
    stop();
    const { marks, runs } = session.result!;
    expect(drawn).toEqual([
      { marks: Object.keys(marks).length, runs: 0, isWhole: false, tally: false },
      { marks: Object.keys(marks).length, runs: Object.keys(runs).length, isWhole: true, tally: false },
    ]);
    session.close();
    expect(session.shown).toBe(null);
  });

  test('a refused edit changes nothing and says why; the next that fits clears it', async () => {
    const { session } = await open(study());
    const plan = session.plan;
    expect(session.edit('moveBox', { box: 'b99', at: 20 })).toBe(false);
    expect(session.plan).toBe(plan);
    expect(session.problems).not.toEqual([]);
    expect(JSON.stringify(session.problems)).not.toMatch(/undefined|\[object/);
    session.edit('removeBoxes', { boxes: ['b1'] });
    expect(session.problems).toEqual([]);
  });

  test('several edits as one are one undo step; what was taken back can be done again', async () => {
    const { session, selection } = await open(study());
    const plan = session.plan!;
    const [a, b] = selection.boxesInHand() as [string, string];
    session.editAll('removeBoxes', [
      { name: 'removeBoxes', args: { boxes: [a] } },
      { name: 'removeBoxes', args: { boxes: [b] } },
    ] as never);
    expect(Object.keys(session.opened.boxes)).toHaveLength(Object.keys(plan.boxes).length - 2);
    session.undo();
    expect(session.opened.boxes).toEqual(plan.boxes);
    expect(session.history).toEqual({ undo: false, redo: true });
    session.redo();
    expect(session.opened.boxes[a]).toBe(undefined);
  });

  test('what it shows cannot be changed from outside', async () => {
    const { session } = await open(study());
    const warned = vi.spyOn(console, 'warn').mockImplementation(() => undefined);
    const plan = session.plan;
    (session as { plan: unknown }).plan = null;
    expect(session.plan).toBe(plan);
    expect(warned).toHaveBeenCalled();
  });
});

describe('what is in hand', () => {
  test('starts in the first room and level; stepping goes round the rooms and lets go of what was chosen', async () => {
    const { session, selection } = await open(marlStreet());
    const rooms = Object.keys(session.opened.rooms);
    expect(selection.room).toBe(rooms[0]);
    selection.choose({ kind: 'box', id: 'b1' });
    selection.stepRoom(1);
    expect([selection.room, selection.chosen]).toEqual([rooms[1], null]);
    selection.stepRoom(-1);
    selection.stepRoom(-1);
    expect(selection.room).toBe(rooms.at(-1));
    expect(selection.level).toBe(session.opened.rooms[rooms.at(-1)!]!.level);
  });

  test('picking adds and takes away within a kind, and starts anew with another', async () => {
    const { selection } = await open(study());
    selection.pick({ kind: 'box', id: 'b1' });
    selection.pick({ kind: 'box', id: 'b2' });
    expect([selection.chosen?.id, selection.picked]).toEqual(['b1', ['b1', 'b2']]);
    selection.pick({ kind: 'box', id: 'b1' });
    expect([selection.chosen?.id, selection.picked]).toEqual(['b2', ['b2']]);
    selection.pick({ kind: 'wall', id: 'w1' });
    expect(selection.picked).toEqual(['w1']);
  });

  test('a press that turns out a pick picks besides what was in hand, and alone where nothing was', async () => {
    const { selection } = await open(study());
    const pressed = (id: string) => {
      const pick = selection.pickingFromHere();
      selection.choose({ kind: 'box', id });
      return () => pick({ kind: 'box', id });
    };
    pressed('b1')();
    expect([selection.chosen?.id, selection.picked]).toEqual(['b1', ['b1']]);
    pressed('b2')();
    expect([selection.chosen?.id, selection.picked]).toEqual(['b1', ['b1', 'b2']]);
    pressed('b1')();
    expect([selection.chosen?.id, selection.picked]).toEqual(['b2', ['b2']]);
  });

  test('what is deleted is no longer in hand, here or when another window deletes it', async () => {
    const { session, selection } = await open(study());
    selection.pick({ kind: 'box', id: 'b1' });
    selection.pick({ kind: 'box', id: 'b2' });
    session.edit('removeBoxes', { boxes: ['b1'] });
    expect([selection.chosen?.id, selection.picked]).toEqual(['b2', ['b2']]);
    session.edit('removeBoxes', { boxes: ['b2'] });
    expect([selection.chosen, selection.picked]).toEqual([null, []]);
    expect(() => selection.chosenId).toThrow('what is chosen is missing');
  });

  test('painting puts a box on the circuit and takes it off again; another stage ends it', async () => {
    const { session, selection } = await open(study());
    const [circuit] = Object.keys(session.opened.circuits) as [string];
    const [device] = Object.values(session.opened.devices).filter((d) => d.kind === 'receptacle');
    const on = () => Object.values(session.opened.devices).find((d) => d.box === device!.box)!.circuit;
    selection.paintWith(circuit);
    const before = on();
    selection.paint(device!.box);
    expect(on()).toBe(before === circuit ? null : circuit);
    selection.paint(device!.box);
    expect(on()).toBe(before === circuit ? circuit : null);
    selection.enterStage('runs');
    expect(selection.painting).toBe(null);
  });
});

describe('findings', () => {
  test('stepping goes round all that are open, each with its room and place in view; notes are passed by', async () => {
    const { session, selection } = await open(marlStreet());
    const findings = useFindings();
    const open_ = findings.open.map((n) => n.index);
    const count = open_.length;
    expect(count).toBeGreaterThan(1);
    expect(count).toBeLessThan(session.result!.findings.length);
    for (let i = 0; i <= count; i++) {
      findings.step(1);
      expect(findings.shown).toBe(open_[i % count]);
      const shown = session.result!.findings[findings.shown!]!;
      expect(selection.focus).toEqual(shown.place);
      if (findings.roomOf(shown)) expect(selection.room).toBe(findings.roomOf(shown));
    }
    findings.step(-1);
    expect(findings.shown).toBe(open_.at(-1));
  });
});

test('a cable that is laid otherwise gives its place in hand to the one that stands for it; one taken up is let go of', async () => {
  const { session, selection } = await open(study());
  selection.choose({ kind: 'run', id: 'k1' });
  session.edit('orderBoxes', { circuit: 'c1', boxes: ['b3'] });
  await vi.waitFor(() => expect(session.opened.runs['k1']?.to).not.toBe('b4'));
  expect(session.opened.runs[selection.chosenId]?.circuit).toBe('c1');
  session.edit('clearRuns', {});
  await vi.waitFor(() => expect(Object.values(session.opened.runs).filter((r) => !r.pinned)).toEqual([]));
  session.edit('removeCircuit', { circuit: 'c1' });
  session.edit('pinRuns', { runs: Object.keys(session.opened.runs), pinned: false });
  session.edit('clearRuns', {});
  expect(selection.chosen).toBe(null);
});

test('a cable that is chosen from a list comes into view: the room that sees an end of it, and the place of that', async () => {
  const { session, selection } = await open(marlStreet());
  const { plan, result } = session;
  const isFar = (id: string) => {
    const { from, to } = plan!.runs[id]!;
    const rooms = [from, to ?? ''].flatMap((end) => {
      const mark = result!.marks[end];
      return mark ? [selection.roomSeeing(mark)] : [];
    });
    return rooms.length > 0 && !rooms.includes(selection.room!);
  };
  const far = Object.keys(plan!.runs).find(isFar)!;
  const was = selection.room;
  selection.showRun(far);
  expect(selection.chosen).toEqual({ kind: 'run', id: far });
  expect(selection.room).not.toBe(was);
  expect(selection.roomSeeing(selection.focus)).toBe(selection.room);
});

describe('a gesture under way', () => {
  test('the tally’s difference is to the plan as it stands while it is dragged, then to the plan before', async () => {
    const { session, selection } = await open(study());
    const stands = session.tally!;
    const gesture = useGesture();
    const [box] = selection.boxesInHand() as [string];
    const { at } = session.result!.marks[box]!;
    gesture.preview('moveBox', { box, at: at + 32 });
    await vi.waitFor(() => expect(session.answered).toBe(gesture.plan));
    await vi.waitFor(() => expect(session.before).toEqual(stands));
    expect(session.tally).not.toEqual(stands);
    gesture.settle();
    await vi.waitFor(() => expect(session.tally).toEqual(stands));
    session.edit('moveBox', { box, at: at + 32 });
    await vi.waitFor(() => expect(session.tally).not.toEqual(stands));
    expect(session.before).toEqual(stands);
  });

  test('shows what the plan would become, keeps the last that fits, and is gone when given up or made', async () => {
    const { session, selection } = await open(study());
    const gesture = useGesture();
    const [box] = selection.boxesInHand() as [string];
    const { at } = session.result!.marks[box]!;
    const shows = (where: number) =>
      vi.waitFor(() => expect(gesture.plan?.boxes[box]?.on).toMatchObject({ at: where }));
    gesture.preview('moveBox', { box, at: at + 16 });
    await shows(at + 16);
    expect(session.plan?.boxes[box]?.on).toMatchObject({ at });
    await vi.waitFor(() => expect(session.answered).toBe(gesture.plan));
    const ahead = gesture.plan;
    gesture.preview('moveBox', { box, at: 1e9 });
    gesture.preview('moveBox', { box, at: 1e9 + 1 });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(gesture.plan).toBe(ahead);
    gesture.settle();
    expect(gesture.plan).toBe(session.plan);
    await vi.waitFor(() => expect(session.answered).toBe(session.plan));
    gesture.preview('moveBox', { box, at: at + 16 });
    session.edit('moveBox', { box, at: at + 17 });
    expect(gesture.plan).toBe(session.plan);
    await vi.waitFor(() => expect(session.answered).toBe(session.plan));
    // What was tried before and comes late is not shown over what was made.
    expect(gesture.plan).toBe(session.plan);
    expect(session.plan?.boxes[box]?.on).toMatchObject({ at: at + 17 });
    expect(sent.filter((s) => s.body.name === 'moveBox').length).toBeLessThanOrEqual(1);
  });
});

test('trouble is shown, written to the log and to the server, and can be put away', async () => {
  await open(study());
  const logged = vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const trouble = useTrouble();
  trouble.report(new Error('a drawing broke'), 'the plan');
  trouble.report('only words', 'the ribbon');
  expect(trouble.last).toEqual({ message: 'only words', where: 'the ribbon' });
  expect(logged).toHaveBeenCalledTimes(2);
  await vi.waitFor(() => expect(sent.filter((s) => s.path.includes('window-errors'))).toHaveLength(2));
  trouble.clear();
  expect(trouble.last).toBe(null);
});

test('a try that breaks in the worker is the only one lost: the next is shown', async () => {
  const { session, selection } = await open(study());
  const gesture = useGesture();
  const [box] = selection.boxesInHand() as [string];
  const { at } = session.result!.marks[box]!;
  const lost = vi.fn();
  process.once('unhandledRejection', lost);
  workers.fail = true;
  gesture.preview('moveBox', { box, at: at + 8 });
  await vi.waitFor(() => expect(lost).toHaveBeenCalled());
  expect(gesture.plan).toBe(session.plan);
  workers.fail = false;
  gesture.preview('moveBox', { box, at: at + 16 });
  await vi.waitFor(() => expect(gesture.plan?.boxes[box]?.on).toMatchObject({ at: at + 16 }));
});

describe('a proposal that takes long', () => {
  const unlaid = (): Plan => ({ ...study(), runs: {} });
  afterEach(() => (workers.areHeld = false));

  test('says how far it is; stopped, it and what waited behind it change nothing, and the plan is followed on', async () => {
    workers.areHeld = true;
    const { session } = await open(unlaid());
    session.edit('propose', { only: ['runs'] });
    session.edit('propose', { only: ['models'] });
    await vi.waitFor(() => expect(session.proposing).toEqual({ doing: 'runs', done: 3, of: 9 }));
    const before = workers.begun;
    const { plan } = session;
    session.stopProposing();
    expect(session.proposing).toBe(null);
    expect(workers.begun).toBe(before + 1);
    const boxes = session.tally!.boxes;
    session.edit('removeBoxes', { boxes: ['b1'] });
    await vi.waitFor(() => expect(session.tally!.boxes).toBe(boxes - 1));
    expect(session.opened.runs).toEqual(plan!.runs);
    expect(session.notice).toBe('');
    expect(session.proposing).toBe(null);
  });

  test('an edit made meanwhile is there when it is stopped; the next proposal is worked out', async () => {
    workers.areHeld = true;
    const { session } = await open(unlaid());
    session.edit('propose', { only: ['runs'] });
    await vi.waitFor(() => expect(session.proposing).not.toBe(null));
    const boxes = session.tally!.boxes;
    session.edit('removeBoxes', { boxes: ['b1'] });
    workers.areHeld = false;
    session.stopProposing();
    await vi.waitFor(() => expect(session.tally!.boxes).toBe(boxes - 1));
    session.edit('propose', { only: ['runs'] });
    await vi.waitFor(() => expect(Object.keys(session.opened.runs).length).toBeGreaterThan(3));
  });

  test('stopped while ways to share out circuits wait behind it, both are given up and neither holds up what comes', async () => {
    workers.areHeld = true;
    const { session } = await open(unlaid());
    session.edit('propose', { only: ['runs'] });
    await vi.waitFor(() => expect(session.proposing).not.toBe(null));
    const ways = session.trials();
    const why = session.whyOnCircuit('d1');
    workers.areHeld = false;
    session.stopProposing();
    expect(await ways).toEqual([]);
    expect(await why).toEqual([]);
    session.edit('propose', { only: ['runs'] });
    await vi.waitFor(() => expect(Object.keys(session.opened.runs).length).toBeGreaterThan(3));
    expect((await session.trials()).length).toBeGreaterThan(1);
  });

  test('with none under way there is nothing to stop', async () => {
    const { session } = await open(unlaid());
    const before = workers.begun;
    session.stopProposing();
    expect(workers.begun).toBe(before);
  });

  test('a job left while it is under way does not keep the next job from its proposals', async () => {
    workers.areHeld = true;
    const { session } = await open(unlaid());
    session.edit('propose', { only: ['runs'] });
    await vi.waitFor(() => expect(session.proposing).not.toBe(null));
    workers.areHeld = false;
    await open(unlaid());
    expect(session.proposing).toBe(null);
    session.edit('propose', { only: ['runs'] });
    await vi.waitFor(() => expect(Object.keys(session.opened.runs).length).toBeGreaterThan(3));
  });
});

test('a proposal asked for before the last has come is worked out on what that one gave', async () => {
  const plan = study();
  const { session } = await open({
    ...plan,
    circuits: {},
    runs: {},
    devices: Object.fromEntries(Object.entries(plan.devices).map(([id, d]) => [id, { ...d, circuit: null }])),
  });
  session.edit('propose', { only: ['circuits'] });
  session.edit('propose', { only: ['runs'] });
  await vi.waitFor(() => expect(Object.keys(session.opened.runs).length).toBeGreaterThan(3), {
    timeout: 10_000,
  });
  expect(Object.keys(session.opened.circuits).length).toBeGreaterThan(0);
});

describe('the plan changes while a proposal is worked out', () => {
  const bare = (): Plan => {
    const done = makeEdit(study(), 'removeBoxes', { boxes: Object.keys(study().boxes) });
    if (!done.ok) throw new Error('refused');
    return done.plan;
  };
  const onWall = { wall: 'w1', side: 'left', at: 40 } as const;

  /** Edits when a proposal is ready and not told yet, so many times. */
  function editsMeanwhile(edit: () => void, times = 1) {
    let left = times;
    workers.slow = async () => {
      if (left-- > 0) edit();
    };
  }
  afterEach(() => (workers.slow = null));

  test('what was added by hand stays, and what is proposed has it in view', async () => {
    const { session } = await open(bare());
    editsMeanwhile(() => session.edit('addBox', { ...onWall, kind: 'switch' }));
    session.edit('propose', { only: ['boxes'] });
    await vi.waitFor(() => expect(sent.map((s) => s.body.name)).toEqual(['addBox', 'propose']));
    const patches = sent[0]!.body['patches'] as { path: string[] }[];
    const box = patches.find(({ path }) => path[0] === 'boxes')!.path[1]!;
    expect(session.opened.boxes[box]?.on).toMatchObject(onWall);
    expect(Object.values(session.opened.devices).filter((d) => d.box === box)).toMatchObject([
      { kind: 'switch' },
    ]);
    expect(Object.keys(session.opened.boxes).length).toBeGreaterThan(3);
    // Undo takes back the proposal alone.
    session.undo();
    expect(Object.keys(session.opened.boxes)).toEqual([box]);
  });

  test('a circuit deleted meanwhile gets no cable, and the others get theirs', async () => {
    const { session } = await open({ ...study(), runs: {} });
    editsMeanwhile(() => session.edit('removeCircuit', { circuit: 'c1' }));
    session.edit('propose', { only: ['runs'] });
    await vi.waitFor(() => expect(sent.map((s) => s.body.name)).toEqual(['removeCircuit', 'propose']));
    expect(session.problems).toEqual([]);
    const circuits = new Set(Object.values(session.opened.runs).map((r) => r.circuit));
    expect([circuits.has('c1'), circuits.has('c2')]).toEqual([false, true]);
  });

  test('one that never stands still gives no proposal, and says so', async () => {
    const { session } = await open(bare());
    editsMeanwhile(() => session.edit('addBox', { ...onWall, kind: 'switch' }), Infinity);
    session.edit('propose', { only: ['circuits'] });
    await vi.waitFor(() => expect(session.notice).toMatch(/^The plan kept changing/));
    expect(new Set(sent.map((s) => s.body.name))).toEqual(new Set(['addBox']));
    expect(session.proposing).toBe(null);
  });
});

test('what waits for the worker, what is held and what is drawn are of the same box when another window gave its number first', async () => {
  const server = new JobServer();
  const session = useSession();
  await session.open('j1');
  await vi.waitFor(() => expect(session.result).not.toBe(null));
  server.unplugged = true;
  const there = Object.keys(session.opened.boxes);
  const add = { wall: 'w1', side: 'left', kind: 'receptacle' } as const;
  expect(session.edit('addBox', { ...add, at: 40 })).toBe(true);
  const first = Object.keys(session.opened.boxes).find((id) => !there.includes(id))!;
  expect(session.edit('assignBoxes', { boxes: [first], circuit: 'c1' })).toBe(true);
  await vi.waitFor(() => expect(session.result?.marks[first]).not.toBe(undefined));
  const [held, key] = [ref(first), session.keyOf(first)];
  followRenames(held);
  // Asked for before a proposal is ready, and begun after another has given the number.
  let asked = 0;
  let meanwhile: string[] = [];
  workers.slow = async () => {
    if (asked++ > 0) return;
    const done = makeEdit(server.plan, 'addBox', { ...add, at: 60 });
    if (done.ok) server.other('addBox', [...done.change.patches]);
    const now = session.nowOf(first);
    meanwhile = [now, session.drawnId(now), session.drawnId(first)];
  };
  session.edit('propose', { only: ['boxes'] });
  session.edit('orderBoxes', { circuit: 'c1', boxes: [first] });
  await vi.waitFor(() => expect(tried.at(-1)).toMatchObject({ circuit: 'c1' }));
  workers.slow = null;
  const now = held.value;
  expect(now).not.toBe(first);
  // Of the drawing that stood then, the one that was added here is found by what it is now, and the other way.
  expect(meanwhile).toEqual([now, first, '']);
  expect(session.keyOf(now)).toBe(key);
  expect(session.keyOf(first)).not.toBe(key);
  expect(tried.at(-1)).toEqual({ circuit: 'c1', boxes: [now] });
  const placeOf = (box: string) => (session.opened.boxes[box]?.on as { at: number }).at;
  expect([placeOf(now), placeOf(first)]).toEqual([40, 60]);
});
