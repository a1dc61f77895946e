import { afterEach, describe, expect, test } from 'vitest';
import { crewView, emptyPlan, jobCard } from '@fieldchalk/core';
import { gridHouse, wired } from '@fieldchalk/core/bench';
import { study } from '@fieldchalk/core/demo';
import { stalled } from '../testing/stall.ts';
import { JobViews } from './jobViews.ts';

let views = new JobViews('crew');
afterEach(async () => {
  await views.close();
  views = new JobViews('crew');
});

describe('a job for the crew', () => {
  test('is what the core makes of the plan, worked out once for its revision and anew for the next', async () => {
    const [first, second] = await Promise.all([views.of('j1', 1, study()), views.of('j1', 1, study())]);
    expect(JSON.parse(first)).toEqual(JSON.parse(JSON.stringify(crewView(study()))));
    expect(second).toBe(first);
    // The plan is not looked at again: its revision says that it is the same.
    expect(await views.of('j1', 1, emptyPlan())).toBe(first);
    expect(await views.of('j1', 2, emptyPlan())).not.toBe(first);
  });

  test('as a card is what the core makes of it', async () => {
    const cards = new JobViews('card');
    const card = JSON.parse(await cards.of('j1', 1, study()));
    await cards.close();
    expect(card).toEqual(JSON.parse(JSON.stringify(jobCard(study()))));
  });

  test('that takes too long is stopped and said, and the next is worked out', async () => {
    const house = wired(gridHouse(3, 3));
    const slow = new JobViews('crew', { seconds: 0.05, megabytes: 1024, idle: 1000, characters: 1e6 });
    await expect(slow.of('j1', 1, house)).rejects.toThrow(/takes more than 0.05 seconds/);
    await slow.close();
    expect(JSON.parse(await views.of('j1', 1, study()))).toHaveProperty('rooms');
  });

  test('is worked out while the server goes on answering', async () => {
    const house = wired(gridHouse(3, 3));
    const rounds: number[] = [];
    // The machine may stand still in one of them.
    for (let round = 1; round <= 3 && !(Math.min(...rounds) < 250); round++)
      rounds.push((await stalled(views.of('j1', round, house))).stall);
    expect(Math.min(...rounds)).toBeLessThan(250);
  });
});
