// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { type EditName, type EditStep, editStep, makeEdit, type Patch, type Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { database } from '../kept/database.ts';
import { fillStorage, JobServer, settled, stubLocks } from '../testing/jobServer.ts';
import { whenSignedOut } from './api.ts';
import { JobSession, type SessionNews } from './jobSession.ts';

let server: JobServer;
const opened: JobSession[] = [];
beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
  stubLocks();
  server = new JobServer();
});
afterEach(() => {
  for (const session of opened.splice(0)) session.close();
  vi.unstubAllGlobals();
});

async function open(
  elsewhere: readonly EditName[] = [],
  isGiven = true,
): Promise<{ session: JobSession; news: SessionNews[] }> {
  const news: SessionNews[] = [];
  const session = await JobSession.open('j1', (n) => news.push(n), {
    elsewhere: new Set(elsewhere),
    isGiven: () => isGiven,
  });
  opened.push(session);
  session.start();
  return { session, news };
}
const at = (plan: Plan, box: string) => (plan.boxes[box]!.on as { at: number }).at;
const moveB2 = (value: number): Patch => ({ op: 'replace', path: ['boxes', 'b2', 'on', 'at'], value });
const asideOf = (news: SessionNews[]) => news.findLast((n) => n.aside)?.aside ?? [];
const notices = (news: SessionNews[]) =>
  news.flatMap((n) => [...(n.notice ? [n.notice] : []), ...(n.said ?? [])]).join(' | ');

/** Takes a box away with all that goes with it. */
function removed(plan: Plan, box: string): Patch[] {
  const done = makeEdit(plan, 'removeBoxes', { boxes: [box] });
  if (!done.ok) throw new Error('refused');
  return done.change.patches;
}

describe('edits', () => {
  test('one shows at once, reaches the server, and can be undone and redone there too', async () => {
    const { session } = await open();
    const before = at(session.plan, 'b1');
    session.edit('moveBox', { box: 'b1', at: 60 });
    expect(at(session.plan, 'b1')).toBe(60);
    await settled();
    expect(at(server.plan, 'b1')).toBe(60);
    session.undo();
    await settled();
    expect(at(server.plan, 'b1')).toBe(before);
    session.redo();
    await settled();
    expect(at(server.plan, 'b1')).toBe(60);
  });

  test('is taken back in the page that was loaded again, unless another has changed the same since', async () => {
    const first = await open();
    const before = at(first.session.plan, 'b1');
    first.session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    first.session.close();
    const second = await open();
    expect(second.session.canUndo).toBe(true);
    second.session.undo();
    await settled();
    expect(at(server.plan, 'b1')).toBe(before);
    second.session.redo();
    await settled();
    second.session.close();
    // Somebody else moves it while no window is open.
    const otherwise = makeEdit(server.plan, 'moveBox', { box: 'b1', at: 44 });
    if (!otherwise.ok) throw new Error('refused');
    server.plan = otherwise.plan;
    const third = await open();
    third.session.undo();
    expect(at(third.session.plan, 'b1')).toBe(44);
    expect(notices(third.news)).toContain('someone has changed the same thing since');
  });

  test('a refused one changes nothing and leaves no step to undo', async () => {
    const { session } = await open();
    const before = session.plan;
    expect(session.edit('moveBox', { box: 'none', at: 3 }).length).toBe(1);
    expect(session.plan).toBe(before);
    expect(session.canUndo).toBe(false);
  });

  test('“saved” is said when the server has all of it, and not before', async () => {
    const { session, news } = await open();
    let go: () => void = () => undefined;
    server.delay = () => new Promise((answer) => (go = answer));
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    expect(news.findLast((n) => n.saving)!.saving).toBe('sending');
    go();
    await settled();
    expect(news.findLast((n) => n.saving)!.saving).toBe('saved');
    server.unplugged = true;
    session.edit('moveBox', { box: 'b1', at: 61 });
    await settled();
    expect(news.findLast((n) => n.saving)!.saving).toBe('waiting');
  });
});

describe('others’ changes', () => {
  test('come in under ours; as patches where nothing of ours is under way', async () => {
    const { session, news } = await open();
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    const before = session.plan;
    server.other('moveBox', [moveB2(40)]);
    const last = news.findLast((n) => n.plan)!.plan!;
    expect([last.patches, last.plan]).toEqual([[moveB2(40)], server.plan]);
    expect(session.plan.walls).toBe(before.walls);
    expect([at(session.plan, 'b1'), at(session.plan, 'b2')]).toEqual([60, 40]);
    server.unplugged = true;
    session.edit('moveBox', { box: 'b3', at: 20 });
    server.other('moveBox', [moveB2(44)]);
    expect(news.findLast((n) => n.plan)!.plan!.patches).toBe(null);
    expect([at(session.plan, 'b2'), at(session.plan, 'b3')]).toEqual([44, 20]);
  });

  test('to the same field: ours is made again on theirs, and it is said in words what was replaced', async () => {
    const { session, news } = await open();
    server.listeners = [];
    server.other('moveBox', [moveB2(40)]);
    session.edit('moveBox', { box: 'b2', at: 55 });
    await settled();
    expect(at(server.plan, 'b2')).toBe(55);
    expect(server.changes.map((c) => c.client)).toEqual(['else', expect.any(String)]);
    expect(notices(news)).toMatch(
      /someone else had changed this meanwhile.*“move box” has replaced it: Box 2, Study, wall [A-Z]/i,
    );
  });

  test('also where nothing was set before, or where someone else took away what was: each time it is said', async () => {
    const { session, news } = await open();
    server.listeners = [];
    const height = (value: number) => ({ value, to: 'center', from: 'finished' }) as const;
    const path = ['boxes', 'b2', 'on', 'height'];
    const said = () => news.flatMap((n) => n.said ?? []).length;
    server.other('setBoxHeight', [{ op: 'add', path, value: height(20) }]);
    session.edit('setBoxHeight', { box: 'b2', height: height(30) });
    await settled();
    expect(JSON.stringify(server.plan.boxes['b2'])).toContain('"value":30');
    expect(said()).toBe(1);
    server.other('setBoxHeight', [{ op: 'remove', path }]);
    session.edit('setBoxHeight', { box: 'b2', height: height(32) });
    await settled();
    expect(JSON.stringify(server.plan.boxes['b2'])).toContain('"value":32');
    expect(said()).toBe(2);
  });

  test('what both add and count to the same id: ours gets another, and what we did with it goes with it', async () => {
    const { session, news } = await open();
    server.unplugged = true;
    const wall = Object.keys(session.plan.walls)[0]!;
    session.edit('addBox', { wall, side: 'right', at: 50, kind: 'receptacle' });
    const mine = Object.keys(session.plan.boxes).find((id) => !server.plan.boxes[id])!;
    session.edit('moveBox', { box: mine, at: 52 });
    session.edit('moveBox', { box: mine, at: 53 });
    session.undo();
    await settled();
    const theirs = makeEdit(server.plan, 'addBox', { wall, side: 'right', at: 20, kind: 'receptacle' });
    if (!theirs.ok) throw new Error('refused');
    server.listeners = [];
    server.unplugged = false;
    server.other('addBox', theirs.change.patches);
    await session['send']();
    await settled();
    const news2 = Object.keys(server.plan.boxes).filter((id) => !study().boxes[id]);
    expect(news2.map((id) => at(server.plan, id)).sort()).toEqual([20, 52]);
    expect(at(server.plan, mine)).toBe(20);
    expect(news.findLast((n) => n.renames)!.renames!.get(mine)).toBe(news2.find((id) => id !== mine));
    expect(session.plan).toEqual(server.plan);
    expect(asideOf(news)).toEqual([]);
  });

  test('what another gave an id and took away meanwhile: ours gets one that nobody has seen', async () => {
    const { session } = await open();
    const [wall] = Object.keys(session.plan.walls);
    const add = (at: number) => ({ wall: wall!, side: 'left' as const, at, kind: 'receptacle' as const });
    const boxes = Object.keys(session.plan.boxes).length;
    const first = `b${boxes + 1}`;
    server.unplugged = true;
    session.edit('addBox', add(30));
    expect(Object.keys(session.plan.boxes)).toContain(first);
    await settled();
    server.listeners = [];
    for (const [name, args] of [
      ['addBox', add(50)],
      ['removeBoxes', { boxes: [first] }],
    ] as const) {
      const done = makeEdit(server.plan, name, args as never);
      if (!done.ok) throw new Error('refused');
      server.other(name, done.change.patches);
    }
    server.unplugged = false;
    await session['send']();
    await settled();
    expect(Object.keys(server.plan.boxes)).not.toContain(first);
    expect(Object.keys(server.plan.boxes)).toContain(`b${boxes + 2}`);
    expect(server.plan).toEqual(session.plan);
  });

  test.each([
    [true, 'has another number, as the crew may have seen the first'],
    [false, 'has its number, as nobody has seen it'],
  ])('an added box taken back and one added then: given to the crew %s, it %s', async (isGiven) => {
    const { session } = await open([], isGiven);
    const [wall] = Object.keys(session.plan.walls);
    const add = (at: number) => session.edit('addBox', { wall: wall!, side: 'left', at, kind: 'receptacle' });
    const before = new Set(Object.keys(session.plan.boxes));
    const added = () => Object.keys(session.plan.boxes).filter((id) => !before.has(id));
    add(30);
    const [first] = added();
    session.undo();
    add(60);
    expect(added()[0] === first).toBe(!isGiven);
    session.undo();
    session.undo();
    await settled();
    expect(Object.keys(server.plan.boxes)).toEqual([...before]);
    session.redo();
    await settled();
    expect(server.plan).toEqual(session.plan);
  });

  test('an edit to something deleted elsewhere is set aside in words, and the rest goes on', async () => {
    const { session, news } = await open();
    server.listeners = [];
    server.other('removeBoxes', removed(server.plan, 'b9'));
    session.edit('moveBox', { box: 'b9', at: 70 });
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    expect(session.plan.boxes['b9']).toBeUndefined();
    expect(at(server.plan, 'b1')).toBe(60);
    expect(asideOf(news).map((a) => a.change.name)).toEqual(['moveBox']);
    expect(asideOf(news)[0]!.says).not.toMatch(/\bb9\b/);
  });

  test('a long edit is worked out again by the worker, on the plan as it has become', async () => {
    const { session, news } = await open(['moveBox']);
    server.listeners = [];
    server.other('moveBox', [moveB2(40)]);
    session.edit('moveBox', { box: 'b2', at: 55 });
    await settled();
    const [again] = news.flatMap((n) => n.again ?? []);
    expect(again!.step).toEqual(editStep('moveBox', { box: 'b2', at: 55 }));
    // Until it is worked out it is set aside: a window closed meanwhile leaves it to the next.
    expect(asideOf(news).map((x) => x.change.id)).toEqual([again!.id]);
    session.close();
    const next = await open(['moveBox']);
    expect(asideOf(next.news)).toHaveLength(1);
    next.session.letGo(again!.id);
    expect(asideOf(next.news)).toEqual([]);
    expect(at(session.plan, 'b2')).toBe(40);
  });

  test('what cannot be undone as someone has changed it since is said, and left', async () => {
    const { session, news } = await open();
    session.edit('moveBox', { box: 'b2', at: 55 });
    await settled();
    server.other('moveBox', [moveB2(40)]);
    session.undo();
    expect(notices(news)).toContain('Cannot undo “move box”');
    expect(at(session.plan, 'b2')).toBe(40);
  });
});

describe('what cannot be sent', () => {
  test('a window that is left while it sends asks nothing more and tells nothing; the next knows what the server has', async () => {
    const { session, news } = await open();
    server.delay = () => settled(2);
    session.edit('moveBox', { box: 'b1', at: 60 });
    session.edit('moveBox', { box: 'b2', at: 70 });
    session.close();
    const told = news.length;
    server.asked.length = 0;
    await settled(6);
    expect(server.asked.map((a) => a.method)).toEqual(['POST']);
    expect(news).toHaveLength(told);
    server.delay = () => Promise.resolve();
    const { session: next } = await open();
    await settled(6);
    expect([at(server.plan, 'b1'), at(server.plan, 'b2')]).toEqual([60, 70]);
    expect(server.changes).toHaveLength(2);
    expect(next.plan).toEqual(server.plan);
  });

  test.each([200, 404, 403])(
    'behind a page that a network puts in the place of answers (%d) nothing counts as sent or refused',
    async (status) => {
      const { session, news } = await open();
      server.behindPage = status;
      session.edit('moveBox', { box: 'b1', at: 60 });
      await settled();
      const last = () => news.findLast((n) => n.saving)?.saving;
      expect([last(), session['pending'].length, session['asides'].list]).toEqual(['waiting', 1, []]);
      expect(notices(news)).toContain('sign-in page of this network');
      server.behindPage = null;
      await session['send']();
      expect([last(), at(server.plan, 'b1')]).toEqual(['saved', 60]);
    },
  );

  test('that the server cannot be reached is said until it is', async () => {
    const { session, news } = await open();
    server.unplugged = true;
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    expect(notices(news)).toContain('cannot be reached');
    server.unplugged = false;
    await session['send']();
    expect(news.findLast((n) => n.saving)).toMatchObject({ saving: 'saved', over: notices(news) });
    session.edit('moveBox', { box: 'b1', at: 62 });
    await settled();
    expect(news.findLast((n) => n.saving)).toEqual({ saving: 'saved', over: '' });
  });

  test('work made with no network outlives the window and is sent by the next one', async () => {
    const first = await open();
    server.unplugged = true;
    first.session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    expect(notices(first.news)).toContain('cannot be reached');
    first.session.close();
    server.unplugged = false;
    const second = await open();
    expect(at(second.session.plan, 'b1')).toBe(60);
    await settled();
    expect(at(server.plan, 'b1')).toBe(60);
    expect(server.changes).toHaveLength(1);
    expect(Object.keys(localStorage)).toEqual([]);
  });

  test('what the server had when its answer was lost, and the window with it, is there once for the next window', async () => {
    const first = await open();
    const rooms = Object.keys(first.session.plan.rooms).length;
    server.losesAnswers = true;
    server.listeners = [];
    first.session.edit('startRoom', { level: 'L1', name: 'Shed', use: 'storage' });
    await settled();
    server.losesAnswers = false;
    server.unplugged = true;
    first.session.edit('moveBox', { box: 'b1', at: 64 });
    await settled();
    first.session.close();
    server.unplugged = false;
    const second = await open();
    expect(Object.keys(second.session.plan.rooms)).toHaveLength(rooms + 1);
    expect(at(second.session.plan, 'b1')).toBe(64);
    await settled();
    expect(server.changes.map((c) => c.name)).toEqual(['startRoom', 'moveBox']);
    expect(second.session.plan).toEqual(server.plan);
    expect([second.session['pending'], second.session['asides'].list]).toEqual([[], []]);
    expect(notices(second.news)).toBe('');
  });

  test('kept before it was noted what the server had, it is there once as soon as the server has said so', async () => {
    const first = await open();
    server.losesAnswers = true;
    server.listeners = [];
    first.session.edit('startRoom', { level: 'L1', name: 'Shed', use: 'storage' });
    await settled();
    first.session.close();
    server.losesAnswers = false;
    for (const [key, text] of Object.entries({ ...localStorage }))
      localStorage.setItem(key, String(text).replace(/"at":0/g, '"old":0'));
    const second = await open();
    await settled();
    expect(server.changes).toHaveLength(1);
    expect(second.session.plan).toEqual(server.plan);
  });

  test('a window that is open keeps its own: another that opens does not take it', async () => {
    const first = await open();
    server.unplugged = true;
    first.session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    server.unplugged = false;
    const second = await open();
    expect(at(second.session.plan, 'b1')).not.toBe(60);
    await first.session['send']();
    expect(server.changes).toHaveLength(1);
  });

  test('where the answer is lost, the change is sent again and stored once', async () => {
    const { session } = await open();
    const heard = server.listeners;
    server.listeners = [];
    server.losesAnswers = true;
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    server.losesAnswers = false;
    server.other('moveBox', [moveB2(40)]);
    await session['send']();
    server.listeners = heard;
    server.other('moveBox', [moveB2(41)]);
    await settled();
    expect(server.changes.map((c) => c.client === 'else')).toEqual([false, true, true]);
    expect(session.plan).toEqual(server.plan);
  });

  test('one request at a time, also after a refusal: the next goes when the last is answered', async () => {
    const { session } = await open();
    server.delay = () => settled(5).then(() => undefined);
    server.most = 0;
    server.other('removeBoxes', removed(server.plan, 'b9'));
    for (const place of [50, 55, 60]) session.edit('moveBox', { box: 'b1', at: place });
    await settled(150);
    expect(server.most).toBe(1);
    expect(at(server.plan, 'b1')).toBe(60);
    expect(server.changes.filter((c) => c.name === 'moveBox')).toHaveLength(3);
  });

  test.each([400, 404, 413, 422])(
    'one answered %i is set aside with its words; what follows is sent; it can be made again or let go',
    async (status) => {
      const { session, news } = await open();
      server.instead = (_, body) =>
        body && JSON.stringify(body.patches).includes('77')
          ? { status, body: { detail: 'this will not do' } }
          : null;
      session.edit('moveBox', { box: 'b1', at: 77 });
      session.edit('moveBox', { box: 'b2', at: 40 });
      await vi.waitFor(() => expect(at(server.plan, 'b2')).toBe(40));
      expect(at(session.plan, 'b1')).not.toBe(77);
      expect(asideOf(news)).toMatchObject([{ says: 'this will not do', change: { name: 'moveBox' } }]);
      session.close();
      const next = await open();
      expect(asideOf(next.news)).toHaveLength(1);
      server.instead = null;
      next.session.takeUp(asideOf(next.news)[0]!.change.id);
      await settled();
      expect(at(server.plan, 'b1')).toBe(77);
      expect(asideOf(next.news)).toEqual([]);
      expect(Object.keys(localStorage)).toEqual([]);
    },
  );

  test('one that is refused and taken back meanwhile is not told of; made again after that, it is', async () => {
    const { session, news } = await open();
    server.instead = (_, body) =>
      body && JSON.stringify(body.patches).includes('77') ? { status: 422, body: { detail: 'no' } } : null;
    session.edit('moveBox', { box: 'b1', at: 77 });
    session.undo();
    session.edit('moveBox', { box: 'b2', at: 40 });
    await vi.waitFor(() => expect(at(server.plan, 'b2')).toBe(40));
    expect(asideOf(news)).toEqual([]);
    server.unplugged = true;
    session.edit('moveBox', { box: 'b3', at: 77 });
    session.undo();
    session.redo();
    await settled();
    server.unplugged = false;
    await session['send']();
    await vi.waitFor(() => expect(asideOf(news).map((x) => x.change.name)).toEqual(['moveBox']));
    expect(session['pending']).toEqual([]);
    expect(session.plan).toEqual(server.plan);
  });

  test('a server that fails is asked again later, and later each time', async () => {
    const { session, news } = await open();
    server.instead = (path) => (path.endsWith('/changes') ? { status: 503, body: { detail: 'busy' } } : null);
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled(60);
    expect(server.asked.filter((a) => a.method === 'POST')).toHaveLength(1);
    expect(asideOf(news)).toEqual([]);
    expect(notices(news)).toContain('busy');
  });

  test('with the browser’s storage full, edits are sent all the same, and it is said what is not kept', async () => {
    const { session, news } = await open();
    fillStorage();
    vi.spyOn(await database(), 'put').mockRejectedValue(new DOMException('full', 'QuotaExceededError'));
    server.unplugged = true;
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    expect(news.findLast((n) => n.saving)!.saving).toBe('not kept');
    expect(notices(news)).toContain('no room to keep what is not sent yet');
    server.unplugged = false;
    await session['send']();
    expect(at(server.plan, 'b1')).toBe(60);
    expect(news.findLast((n) => n.saving)!.saving).toBe('saved');
    vi.restoreAllMocks();
  });
});

describe('a server whose data were put back', () => {
  test('the window opens the job anew, lays its own on it, sets aside what is gone, and asks for it once', async () => {
    const { session, news } = await open();
    const earlier = server.plan;
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    session.edit('moveBox', { box: 'b3', at: 24 });
    await settled();
    server.plan = earlier;
    server.changes = [];
    server.asked.length = 0;
    session.edit('moveBox', { box: 'b2', at: 40 });
    await settled(60);
    expect(server.asked.length).toBeLessThan(8);
    expect(notices(news)).toContain('put back to an earlier state');
    expect([at(server.plan, 'b2'), at(server.plan, 'b1')]).toEqual([40, at(earlier, 'b1')]);
    expect(session.plan).toEqual(server.plan);
    const lost = asideOf(news);
    expect(lost.map((a) => a.change.name)).toEqual(['moveBox', 'moveBox']);
    expect(notEmpty(lost).every((a) => a.says.includes('put back'))).toBe(true);
    for (const { change } of lost) session.takeUp(change.id);
    await settled();
    expect([at(server.plan, 'b1'), at(server.plan, 'b3')]).toEqual([60, 24]);
  });

  test('what is gone is set aside once, also where it is learned twice at the same moment', async () => {
    const { session, news } = await open();
    session.edit('moveBox', { box: 'b3', at: 30 });
    await settled();
    const earlier = server.plan;
    session.edit('moveBox', { box: 'b1', at: 60 });
    await settled();
    server.plan = earlier;
    server.changes.splice(1);
    // Answers come later than they are given, and the second who asks for the job hears of it last.
    const waits = [5, 8, 5, 5, 5, 60];
    vi.stubGlobal('fetch', async (...asked: Parameters<JobServer['fetch']>) => {
      const answer = await server.fetch(...asked);
      await settled(waits.shift() ?? 1);
      return answer;
    });
    // One learns it by sending, the other as the stream is refused.
    session.edit('moveBox', { box: 'b2', at: 40 });
    for (const listener of server.listeners) listener.refuse();
    await settled(200);
    expect(asideOf(news).map((a) => a.change.patches)).toEqual([
      [{ ...moveB2(60), path: ['boxes', 'b1', 'on', 'at'] }],
    ]);
    expect([at(server.plan, 'b2'), at(session.plan, 'b2')]).toEqual([40, 40]);
  });
});

test('a step of several edits is sent as one change', async () => {
  const { session } = await open();
  const steps: EditStep[] = [
    editStep('moveBox', { box: 'b1', at: 60 }),
    editStep('moveBox', { box: 'b2', at: 40 }),
  ];
  session.editAll('line up', steps);
  await settled();
  expect(server.changes.map((c) => c.name)).toEqual(['line up']);
});

describe('who may open the job no more', () => {
  test('is told why, and nothing is shown of what others do meanwhile', async () => {
    const { news } = await open();
    server.instead = (path) =>
      path.includes('since') ? { status: 404, body: { detail: 'no job “j1”' } } : null;
    for (const listener of server.listeners) listener.refuse();
    await vi.waitFor(() =>
      expect(news.at(-1)?.ended).toBe('It was put away, or is not yours to open any more.'),
    );
  });

  test('and is only signed out: nothing is set aside, and all of it goes on when they are in again', async () => {
    const { session, news } = await open();
    const out = { status: 401, body: { code: 'not-signed-in', detail: 'Sign in first.' } };
    let told = 0;
    whenSignedOut(() => told++);
    server.instead = () => out;
    for (const listener of server.listeners) listener.refuse();
    session.edit('moveBox', { box: 'b1', at: 60 });
    session.edit('moveBox', { box: 'b2', at: 150 });
    await settled();
    expect([told > 0, asideOf(news), news.findLast((n) => n.saving)?.saving]).toEqual([true, [], 'waiting']);
    server.instead = null;
    server.other('moveBox', [moveB2(140)]);
    const before = server.listeners.length;
    session.resume();
    await vi.waitFor(() => expect(news.findLast((n) => n.saving)?.saving).toBe('saved'));
    expect(server.listeners.length).toBe(before + 1);
    expect([at(server.plan, 'b1'), at(server.plan, 'b2')]).toEqual([60, 150]);
    whenSignedOut(() => undefined);
  });
});
