// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { compareIds, editWords, type Patch, patched, type Plan, standsAt } from '@fieldchalk/core';
import { randomFrom } from '@fieldchalk/core/testing';
import { JobServer, settled, stubLocks } from '../testing/jobServer.ts';
import { JobSession, type SessionNews } from './jobSession.ts';
import type { Pending } from './pendingChange.ts';

const seeds = Number(process.env['FIELDCHALK_SEEDS'] ?? 60);
let server: JobServer;
beforeEach(() => {
  localStorage.clear();
  stubLocks();
  server = new JobServer();
});
afterEach(() => vi.unstubAllGlobals());

/** Whether a place is a field of something that is there, and not a whole entry that comes or goes. */
const isField = (path: readonly (string | number)[]) =>
  path[0] !== 'spent' && (path.length > 2 || path[0] === 'job');

/** A window at the job, with what it was told, and what it has done: each by the id of its change. */
class Window {
  readonly news: SessionNews[] = [];
  readonly made: Pending[] = [];
  session!: JobSession;

  async open(): Promise<this> {
    this.session = await JobSession.open('j1', (n) => this.news.push(n));
    this.session.start();
    return this;
  }

  /** Closed in the middle of whatever was under way, and opened anew; answers with what it hears by from now on. */
  async reopened(): Promise<typeof server.listeners> {
    this.session.close();
    const before = server.listeners.length;
    await this.open();
    return server.listeners.slice(before);
  }

  /** One edit drawn from what people do to the same few boxes; notes the change it makes, if it makes one. */
  edit(random: () => number): void {
    const { session } = this;
    const boxes = Object.keys(session.plan.boxes).sort(compareIds);
    const box = boxes[Math.floor(random() * boxes.length)] ?? 'b1';
    const wall = Object.keys(session.plan.walls)[0] ?? 'w1';
    const at = 20 + Math.floor(random() * 60);
    const before = session['pending'].length;
    const what = random();
    if (what < 0.25) session.edit('addBox', { wall, side: 'right', at, kind: 'receptacle' });
    else if (what < 0.55) session.edit('moveBox', { box, at });
    else if (what < 0.7) session.edit('removeBoxes', { boxes: [box] });
    else if (what < 0.8) session.edit('renameJob', { name: `Name ${at}` });
    else if (what < 0.92) session.undo();
    else session.redo();
    const last = session['pending'].at(-1);
    if (session['pending'].length > before && last) this.made.push(last);
  }

  private isTold(words: string): boolean {
    return this.news.some((n) => n.said?.some((says) => says.includes(words)));
  }

  /** Named edits of this window that took the place of a value they had not seen, and of which nothing was said. */
  get replacedWithoutWord(): string[] {
    let plan = new JobServer().plan;
    return server.changes.flatMap(({ id, patches }) => {
      const stood = (path: readonly (string | number)[]) => JSON.stringify(standsAt(plan, path) ?? null);
      const made = this.made.find((m) => m.id === id);
      const isBlind = made?.inverse.some(
        ({ path, value }) => isField(path) && stood(path) !== JSON.stringify(value ?? null),
      );
      const places = made?.inverse.map(({ path }) => ({ path, before: stood(path) })) ?? [];
      plan = patched(plan, patches as Patch[]);
      const isOther = places.some(({ path, before }) => isField(path) && stood(path) !== before);
      if (!made || !isBlind || !isOther || made.undoes !== null) return [];
      const words = `your “${editWords(made.name)}” has replaced it`;
      return this.isTold(words) ? [] : [`${id} ${words}`];
    });
  }

  /** Whether the server has a change, or the person at this window was told what became of it. One taken back again before it was sent needs no word. */
  isExplained({ id, name, undoes }: Pending): boolean {
    const aside = this.news.findLast((n) => n.aside)?.aside ?? [];
    const isTakenBack = this.made.some((m) => m.undoes === id);
    const was = (change: string | null) => server.changes.some((c) => c.id === change);
    return (
      was(id) ||
      aside.some((a) => a.change.id === id) ||
      isTakenBack ||
      (undoes !== null && !was(undoes)) ||
      this.isTold(`did the same: “${editWords(name)}”`)
    );
  }
}

const boxesOf = (plan: Plan) => Object.keys(plan.boxes).length;

test(
  'two windows add, remove and move the same things, at one moment and cut off: all that was acknowledged stands, the rest was said',
  async () => {
    let conflicts = 0;
    for (let seed = 1; seed <= seeds; seed++) {
      const random = randomFrom(seed);
      localStorage.clear();
      server = new JobServer();
      server.delay = () => settled(random() < 0.5 ? 0 : 1);
      const windows = [await new Window().open(), await new Window().open()];
      const hears = [...server.listeners];
      for (let n = 0; n < 8; n++) {
        const window = windows[random() < 0.5 ? 0 : 1]!;
        if (random() < 0.25) server.unplugged = !server.unplugged;
        if (random() < 0.2) server.listeners = server.listeners.length > 0 ? [] : hears;
        server.losesAnswers = random() < 0.2;
        window.edit(random);
        if (random() < 0.4) await settled(random() < 0.5 ? 0 : 3);
        server.losesAnswers = false;
        if (!server.unplugged && random() < 0.15) hears.push(...(await window.reopened()));
      }
      server.unplugged = false;
      server.listeners = hears;
      for (let n = 0; n < 40 && windows.some((w) => w.session['pending'].length > 0); n++) {
        await Promise.all(windows.map((w) => w.session['send']()));
        await settled(1);
      }
      await Promise.all(windows.map((w) => w.session['catchUp']()));
      const says = `seed ${seed}`;
      for (const window of windows) {
        expect(window.session['pending'], says).toEqual([]);
        expect(window.session.plan, says).toEqual(server.plan);
        expect(
          window.made.filter((m) => !window.isExplained(m)),
          says,
        ).toEqual([]);
        expect(window.replacedWithoutWord, says).toEqual([]);
        // Adding a box and naming the job can be done whatever others did: they are made again, never set aside.
        const aside = window.news.findLast((n) => n.aside)?.aside ?? [];
        const needless = aside.filter(({ change }) => ['addBox', 'renameJob'].includes(change.name));
        expect(needless, says).toEqual([]);
        window.session.close();
      }
      // What two add is never one thing.
      const count = (name: string) => server.changes.filter((c) => c.name === name);
      const patches = server.changes
        .flatMap((c) => c.patches)
        .filter((p) => p.path[0] === 'boxes' && p.path.length === 2);
      const net = patches.reduce((sum, p) => sum + (p.op === 'add' ? 1 : p.op === 'remove' ? -1 : 0), 0);
      expect(boxesOf(server.plan), says).toBe(boxesOf(new JobServer().plan) + net);
      conflicts += windows.filter((w) => w.news.some((n) => n.renames || n.aside?.length || n.said)).length;
      expect(count('addBox').length, says).toBeLessThanOrEqual(8);
    }
    expect(conflicts).toBeGreaterThan(20);
  },
  60_000 + seeds * 200,
);
