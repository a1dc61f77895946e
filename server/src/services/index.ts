import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { Importer } from '../importing/importer.ts';
import { Live } from '../live.ts';
import { Changes } from './changes.ts';
import { Crew } from './crew.ts';
import { Jobs } from './jobs.ts';
import { Plans } from './plans.ts';
import { RuleBooks } from './ruleBooks.ts';

/** What the routes call. */
export interface Services {
  readonly db: Knex;
  readonly log: Logger;
  readonly live: Live;
  readonly jobs: Jobs;
  readonly changes: Changes;
  readonly crew: Crew;
  readonly books: RuleBooks;
  readonly importer: Importer;
}

export function makeServices(db: Knex, log: Logger, now: () => number): Services {
  const plans = new Plans();
  return {
    db,
    log,
    live: new Live(),
    jobs: new Jobs(db, plans, now),
    changes: new Changes(db, plans, now),
    crew: new Crew(db, now),
    books: new RuleBooks(db, now),
    importer: new Importer(),
  };
}
