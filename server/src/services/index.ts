import { dirname, resolve } from 'node:path';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { Audit } from '../access/audit.ts';
import { GivenJobs, type Standing } from '../access/given.ts';
import { type Gates, mayStill } from '../access/guard.ts';
import { Invitations } from '../access/invitations.ts';
import { Joining } from '../access/joining.ts';
import { Passkeys } from '../access/passkeys.ts';
import { People } from '../access/people.ts';
import { Remembered } from '../access/remembered.ts';
import { type FoundSession, Sessions } from '../access/sessions.ts';
import type { AccessNews, Hearing } from '../bus.ts';
import type { Config } from '../config.ts';
import { JobViews } from '../jobViews/jobViews.ts';
import { Importer } from '../importing/importer.ts';
import { Live } from '../live.ts';
import { Metrics } from '../metrics.ts';
import { Changes } from './changes.ts';
import { Companies } from './companies.ts';
import { CompanyStocks } from './companyStock.ts';
import { Crew } from './crew.ts';
import { demoPerson } from './demo.ts';
import { EvidenceBook } from './evidence.ts';
import { JobCards } from './jobCards.ts';
import { Jobs } from './jobs.ts';
import { Plans } from './plans.ts';
import { IfcFiles } from '../sheets/ifcFiles.ts';
import { Agreements } from '../sheets/agreements.ts';
import { Sheets } from '../sheets/sheets.ts';
import { LabelPrinter } from '../labelPrinter/labelPrinter.ts';
import { Quotes } from '../quotes/quotes.ts';
import { PriceBooks } from './priceBooks.ts';
import { RuleBooks } from './ruleBooks.ts';

/** What the routes call. */
export interface Services extends Gates {
  readonly db: Knex;
  readonly log: Logger;
  readonly live: Live;
  readonly jobs: Jobs;
  readonly changes: Changes;
  readonly crew: Crew;
  readonly books: RuleBooks;
  readonly prices: PriceBooks;
  readonly stocks: CompanyStocks;
  readonly evidence: EvidenceBook;
  readonly quotes: Quotes;
  readonly labelPrinter: LabelPrinter;
  readonly importer: Importer;
  readonly sheets: Sheets;
  readonly agreements: Agreements;
  readonly ifcFiles: IfcFiles;
  readonly views: { readonly crew: JobViews; readonly card: JobViews };
  readonly cards: JobCards;
  readonly plans: Plans;
  readonly companies: Companies;
  readonly people: People;
  readonly passkeys: Passkeys;
  readonly invitations: Invitations;
  readonly joining: Joining;
  readonly audit: Audit;
  /** Whether this is the demo, which signs its owner in. */
  readonly isDemo: boolean;
  /** Somebody’s access has ended, or is another: it is asked of the database again, and streams that may not go on end. */
  readonly accessEnded: (about: AccessNews) => Promise<void>;
  readonly metrics: Metrics;
  readonly state: { isStopping: boolean; readonly folder: string | null };
  /** What other server processes tell. */
  readonly hearing: Hearing;
}

export function makeServices(
  db: Knex,
  log: Logger,
  now: () => number,
  {
    origin,
    demo,
    database,
    dataFile,
    suppliers,
    labelPrinter,
  }: Pick<Config, 'origin' | 'demo' | 'database' | 'dataFile' | 'suppliers' | 'labelPrinter'>,
): Services {
  const plans = new Plans();
  const views = { crew: new JobViews('crew'), card: new JobViews('card') };
  const access = {
    people: new People(db, now),
    passkeys: new Passkeys(db, now),
    sessions: new Sessions(db, now),
    given: new GivenJobs(db, now),
    invitations: new Invitations(db, now),
    audit: new Audit(db, now),
  };
  const remembered = {
    sessions: new Remembered<FoundSession>(now),
    standings: new Remembered<Standing>(now),
  };
  const gates: Gates = {
    ...access,
    remembered,
    origin,
    otherwise: async (request) => (demo ? demoPerson(db, request) : null),
  };
  const live = new Live((listening) => mayStill(listening, gates));
  const accessEndedHere = async (about: AccessNews) => {
    remembered.sessions.forget();
    remembered.standings.forget();
    await live.recheck(about);
  };
  const crew = new Crew(db, now);
  const sheets = new Sheets(db, plans, now);
  const jobs = new Jobs(db, plans, now, views.crew);
  return {
    ...access,
    ...gates,
    db,
    log,
    live,
    accessEnded: async (about) => {
      await accessEndedHere(about);
      await live.bus.publish({ access: about });
    },
    hearing: {
      heard: (news) => {
        if ('access' in news) void accessEndedHere(news.access);
        else live.tellHere(news.topic, news.event, news.data);
      },
      missed: () => {
        void accessEndedHere({});
        live.close();
      },
    },
    jobs,
    changes: new Changes(db, plans, now),
    crew,
    cards: new JobCards(db, plans, crew, views.card),
    books: new RuleBooks(db, now),
    prices: new PriceBooks(db, now),
    stocks: new CompanyStocks(db, now),
    evidence: new EvidenceBook(db, plans),
    quotes: new Quotes(suppliers),
    labelPrinter: new LabelPrinter(labelPrinter),
    importer: new Importer(),
    sheets,
    agreements: new Agreements(db, plans, sheets, now),
    ifcFiles: new IfcFiles(db, plans),
    views,
    plans,
    companies: new Companies(db, plans, jobs),
    joining: new Joining({ db, ...access }),
    metrics: new Metrics(live),
    state: {
      isStopping: false,
      folder: database === null && dataFile !== ':memory:' ? dirname(resolve(dataFile)) : null,
    },
    isDemo: demo,
  };
}
