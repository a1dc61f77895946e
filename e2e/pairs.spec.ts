import type { Page } from '@playwright/test';
import { chalk, expect, studyJob, test } from './helpers.ts';

test.use({ allowed: /Failed to load resource|ERR_FAILED|409/ });

/** So many rounds; each is seeded, so that one that fails can be run again. `FIELDCHALK_SEEDS=200 npx playwright test pairs.spec`. */
const rounds = Number(process.env['FIELDCHALK_SEEDS'] ?? 8);
/** A job is used for so many, then there is a new one. */
const perJob = 8;

interface Planned {
  readonly boxes: Record<string, { on: { at?: number } }>;
}
interface Stored {
  readonly patches: readonly { readonly op: string; readonly path: readonly string[] }[];
}

/** Mulberry32: a small generator of numbers from 0 to 1, alike for one seed. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

type Act =
  | { readonly what: 'add'; readonly at: number; readonly wall: string }
  | { readonly what: 'remove' | 'move'; readonly box: string };

async function act(page: Page, one: Act): Promise<void> {
  if (one.what === 'add') {
    await chalk(page, `receptacle ${one.at} wall ${one.wall}`);
    // A line waits for the plan to be worked out; taken, it is gone from the field.
    return expect(page.getByRole('combobox', { name: 'chalk:' })).toHaveValue('');
  }
  const box = page.locator(`[data-box=${one.box}]`).first();
  // Another may have taken it away already.
  if ((await box.count()) === 0) return;
  await box.focus({ timeout: 2000 }).catch(() => undefined);
  await box.press(one.what === 'remove' ? 'Delete' : 'ArrowRight', { timeout: 2000 }).catch(() => undefined);
}

test(`two windows add, take away and move the same things at one moment and cut off, ${rounds} times: both end alike, and nothing is lost without a word`, async ({
  page,
  context,
}) => {
  test.setTimeout(60_000 + rounds * 30_000);
  const other = await context.newPage();
  const windows = [page, other];
  let job = '';
  const given = new Set<string>();
  const jobNow = async () =>
    (await (await page.request.get(`/api/jobs/${job}`)).json()) as { plan: Planned; revision: number };
  for (let round = 0; round < rounds; round++) {
    const random = numbers(round + 1);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    if (round % perJob === 0) {
      job = await studyJob(page, `Pairs ${round}`);
      given.clear();
      for (const window of windows) {
        await window.goto(`/jobs/${job}/boxes`);
        await expect(window.locator('[data-box=b2]').first()).toBeVisible();
      }
    }
    const { plan: before, revision } = await jobNow();
    for (const box of Object.keys(before.boxes)) given.add(box);
    const onWalls = Object.keys(before.boxes).filter((b) => before.boxes[b]?.on.at !== undefined);
    const contested = [pick(onWalls), pick(onWalls)];
    const acts = windows.map((_, w): Act[] =>
      Array.from({ length: 1 + Math.floor(random() * 2) }, (_unused, n): Act => {
        const what = pick(['add', 'add', 'remove', 'move'] as const);
        // Each new box has a place of its own.
        if (what === 'add')
          return { what, at: 20 + ((round % perJob) * 8 + w * 4 + n * 2), wall: pick(['A', 'B']) };
        return { what, box: pick(contested) };
      }),
    );
    const cutOff = windows.filter(() => random() < 0.5);
    for (const window of cutOff) {
      await window.route('**/changes', (route) => route.abort());
      await window.route('**/events', (route) => route.abort());
    }
    const words = (await Promise.all(windows.map((w) => w.locator('[data-aside]').count()))).join();
    await Promise.all(
      windows.map(async (window, w) => {
        for (const one of acts[w] ?? []) await act(window, one);
      }),
    );
    for (const window of random() < 0.5 ? cutOff : [...cutOff].reverse()) {
      await window.unroute('**/changes');
      await window.unroute('**/events');
    }
    for (const window of windows)
      await expect(window.getByText('saved', { exact: true })).toBeVisible({ timeout: 60_000 });
    const told = { round, acts, cutOff: cutOff.length, words };
    // Both windows come to show what the server has.
    await expect
      .poll(
        async () => {
          const there = Object.keys((await jobNow()).plan.boxes).sort();
          const shown = await Promise.all(
            windows.map(async (window) => {
              const ids = await window
                .locator('[data-box]')
                .evaluateAll((all) => all.map((e) => e.getAttribute('data-box')));
              return [...new Set(ids)].sort();
            }),
          );
          return JSON.stringify(shown) === JSON.stringify([there, there]);
        },
        { timeout: 60_000, message: JSON.stringify(told) },
      )
      .toBe(true);
    const after = (await jobNow()).plan;
    const all = acts.flat();
    const removed = new Set(all.flatMap((a) => (a.what === 'remove' ? [a.box] : [])));
    const wanted = all.filter((a) => a.what === 'add').length;
    const since = await page.request.get(`/api/jobs/${job}/changes?since=${revision}`);
    const patches = ((await since.json()) as Stored[]).flatMap((change) => change.patches);
    const boxes = (op: string) =>
      patches.flatMap((p) =>
        p.op === op && p.path[0] === 'boxes' && p.path.length === 2 ? [p.path[1]] : [],
      );
    const [news, gone] = [boxes('add') as string[], boxes('remove') as string[]];
    const aside = (await Promise.all(windows.map((w) => w.locator('[data-aside] li').count()))).reduce(
      (a, b) => a + b,
    );
    expect([told, news.length, news.filter((b) => !(b in after.boxes))]).toEqual([told, wanted, []]);
    // A number is given once: what was ticked or written on a stud stays with the box it was.
    expect([told, news.filter((b) => given.has(b))]).toEqual([told, []]);
    for (const box of news) given.add(box);
    // Whoever takes a box away has it gone, or is told; nothing else goes.
    expect([told, gone.filter((b) => !removed.has(b))]).toEqual([told, []]);
    expect([told, new Set(gone).size + aside >= removed.size]).toEqual([told, true]);
  }
});
