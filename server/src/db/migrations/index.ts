import type { Knex } from 'knex';
import * as firstTables from './2026-11-24-first-tables.ts';
import * as companyRules from './2026-11-25-company-rules.ts';
import * as changesAndMarks from './2026-11-27-changes-and-marks.ts';
import * as notices from './2026-11-28-notices.ts';
import * as people from './2026-11-28-people.ts';
import * as plansNowAndThen from './2026-11-28-plans-now-and-then.ts';
import * as standingMarks from './2026-11-28-standing-marks.ts';
import * as ticksSayOfWhat from './2026-11-28-ticks-say-of-what.ts';
import * as workAgreements from './2026-11-29-work-agreements.ts';
import * as workPrices from './2026-11-28-work-prices.ts';
import * as workSheets from './2026-11-28-work-sheets.ts';
import * as workSignedPages from './2026-11-29-work-signed-pages.ts';
import * as workStock from './2026-11-29-work-stock.ts';
import * as workSuppliers from './2026-11-28-work-suppliers.ts';
import * as whatJobsAreAbout from './2026-11-28-what-jobs-are-about.ts';

/** Dated steps of the data file, oldest first, one file each; a step once released is never changed. */
export const migrations: Readonly<Record<string, Knex.Migration>> = {
  '2026-11-24-first-tables': firstTables,
  '2026-11-25-company-rules': companyRules,
  '2026-11-27-changes-and-marks': changesAndMarks,
  '2026-11-28-notices': notices,
  '2026-11-28-people': people,
  '2026-11-28-plans-now-and-then': plansNowAndThen,
  '2026-11-28-standing-marks': standingMarks,
  '2026-11-28-ticks-say-of-what': ticksSayOfWhat,
  '2026-11-28-what-jobs-are-about': whatJobsAreAbout,
  '2026-11-28-work-prices': workPrices,
  '2026-11-28-work-sheets': workSheets,
  '2026-11-28-work-suppliers': workSuppliers,
  '2026-11-29-work-agreements': workAgreements,
  '2026-11-29-work-signed-pages': workSignedPages,
  '2026-11-29-work-stock': workStock,
};
