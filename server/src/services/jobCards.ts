import type { Knex } from 'knex';
import { type JobCard, stateKinds } from '@fieldchalk/core';
import { type JobCardShown, marksStanding } from '@fieldchalk/contracts';
import type { JobViews } from '../jobViews/jobViews.ts';
import type { Crew } from './crew.ts';
import type { Plans } from './plans.ts';

/** Jobs as cards: what is worked out of the plan, and what of it the crew has done. */
export class JobCards {
  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
    private readonly crew: Crew,
    private readonly views: JobViews,
  ) {}

  async of(job: string): Promise<JobCardShown> {
    const { row, plan } = await this.plans.open(this.db, job);
    const card = JSON.parse(await this.views.of(job, row.revision, plan)) as JobCard;
    const standing = marksStanding(await this.crew.standing(job));
    const stateOf = (kind: (typeof stateKinds)[number]) => {
      const work = card.work[kind];
      return { done: work.filter((id) => standing.get(`${kind} ${id}`)?.done).length, of: work.length };
    };
    const [box, hole, pull, makeup] = stateKinds.map(stateOf) as [Done, Done, Done, Done];
    const [last] = [...standing.values()].sort((a, b) => b.at - a.at);
    return {
      revision: row.revision,
      drawing: card.drawing && {
        extent: [...card.drawing.extent],
        walls: [...card.drawing.walls],
        boxes: card.drawing.boxes.map(([x, y]) => [x, y]),
      },
      state: { box, hole, pull, makeup },
      ticked: last ? { by: last.by, at: last.at } : null,
      open: card.open,
    };
  }
}
type Done = JobCardShown['state']['box'];
