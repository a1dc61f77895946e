import {
  type AgreedBefore,
  auditCsv,
  compareIds,
  compute,
  Computer,
  cutsCsv,
  drillingCsv,
  offerOf,
  type Plan,
  paperKinds,
  planHash,
  resultFile,
  scheduleOf,
  type SheetKind,
  sheetKinds,
  storyPoles,
  storyPoleSvg,
  takeoffCsv,
  turnedKinds,
} from '@fieldchalk/core';
import { jobSheets, pricesCsv, pricesWorkbook, workbookOf } from '@fieldchalk/core/sheets';
import { offerPages, type Page, pdfOf, sheetPages, svgOfAll } from '@fieldchalk/paper';
import { scheduleIcs } from '@fieldchalk/core/calendar';
import { planDxf, planIfc } from '@fieldchalk/core/drawings';
import { BadInput } from './badInput.ts';
import { oneOf } from './oneOf.ts';

/** What an export is asked with. */
export type ExportValues = Partial<
  Record<
    'to' | 'what' | 'panel' | 'level' | 'paper' | 'turned' | 'revision' | 'day' | 'take' | 'since' | 'agreed',
    string
  >
>;

const written = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`;

/** The panel an audit is written for: the one named, or the first. */
function panelAsked(plan: Plan, asked: string | undefined): string {
  const panel = asked ?? Object.keys(plan.panels).sort(compareIds)[0];
  if (panel === undefined || !plan.panels[panel])
    throw new BadInput([
      `--panel: ${asked ? `“${asked}” is not a panel of the plan` : 'the plan has no panel'}`,
    ]);
  return panel;
}

/** The level a drawing is of: the one named, by its id or its name, or the lowest. */
function levelAsked(plan: Plan, asked: string | undefined): string {
  const levels = Object.entries(plan.levels).sort(([, a], [, b]) => a.elevation - b.elevation);
  const found = asked === undefined ? levels[0] : levels.find(([id, l]) => id === asked || l.name === asked);
  if (found) return found[0];
  throw new BadInput([
    `--level: “${asked ?? ''}” is not one of ${levels.map(([id, l]) => l.name || id).join(', ')}`,
  ]);
}

/** The sheets named, each once, or all of them. */
function sheetsAsked(what: string): SheetKind[] {
  const names = [...new Set(what.split(',').flatMap((n) => (n.trim() === 'sheets' ? sheetKinds : n.trim())))];
  const unknown = names.filter((n) => !sheetKinds.includes(n as SheetKind));
  if (unknown.length > 0)
    throw new BadInput([`--what: “${unknown.join(', ')}” is not one of sheets, ${sheetKinds.join(', ')}`]);
  return names as SheetKind[];
}

/** The paper that is asked for, and the day that stands on it. */
function paperAsked({ day = '', paper, turned }: ExportValues) {
  if (day !== '' && !/^\d{4}-\d\d-\d\d$/.test(day))
    throw new BadInput([`--day: “${day}” is not a day as 2026-11-28`]);
  return {
    paper: 'letter' as const,
    turned: 'landscape' as const,
    ...oneOf('paper', paper, paperKinds),
    ...oneOf('turned', turned, turnedKinds),
    day,
  };
}

/** The sheets of a job as a PDF, or as pictures one under the other. */
async function sheets(plan: Plan, what: string, values: ExportValues): Promise<string | Uint8Array> {
  const set = { ...paperAsked(values), sheets: sheetsAsked(what), revision: values.revision ?? '' };
  return bound(sheetPages(plan, new Computer(), set), plan, values);
}

const bound = (pages: readonly Page[], plan: Plan, { to, day = '' }: ExportValues) =>
  to === 'svg' ? svgOfAll(pages) : pdfOf(pages, { title: plan.job.name, day });

/** The options the customer takes: each by its id in the plan. */
function takenAsked(plan: Plan, take: string): string[] {
  const ids = take.split(',').flatMap((id) => id.trim() || []);
  const unknown = ids.filter((id) => !Object.hasOwn(plan.options, id));
  if (unknown.length === 0) return ids;
  const known = Object.keys(plan.options).join(', ') || 'none: the plan has no option';
  throw new BadInput([`--take: “${unknown.join(', ')}” is not one of ${known}`]);
}

/** What was agreed before: for so many dollars, or for what the plan came to then. */
function agreedAsked(since: Plan, agreed: string | undefined): AgreedBefore {
  const dollars = agreed === undefined ? null : Number(agreed);
  if (dollars !== null && !(dollars >= 0))
    throw new BadInput([`--agreed: “${agreed ?? ''}” is not an amount of dollars`]);
  if (dollars !== null) return { plan: since, cents: Math.round(dollars * 100) };
  const {
    price,
    unpriced: [missing],
  } = offerOf(since, (p) => compute(p));
  if (missing !== undefined)
    throw new BadInput([
      `--agreed: the earlier plan has no price for ${missing.name}, so say what was agreed: --agreed DOLLARS`,
    ]);
  return { plan: since, cents: price };
}

/** The page a customer signs. */
async function offer(
  plan: Plan,
  what: 'proposal' | 'change-order',
  values: ExportValues,
  since: Plan | null,
): Promise<string | Uint8Array> {
  if (what === 'change-order' && since === null)
    throw new BadInput(['--since: a change order needs the plan as it was agreed: --since EARLIER']);
  const { pages } = offerPages(plan, new Computer(), {
    ...paperAsked({ turned: 'portrait', ...values }),
    taken: takenAsked(plan, values.take ?? ''),
    agreed: what === 'change-order' && since ? agreedAsked(since, values.agreed) : null,
    number: what === 'proposal' ? 1 : 2,
    ...{ reason: values.revision ?? '', signer: '' },
  });
  return bound(pages, plan, values);
}

const itemNames = (plan: Plan) => new Map(compute(plan).takeoff.lines.map((l) => [l.item, l.name]));

/** The text or the bytes of an export: what is asked for, in the format it is asked in. */
export async function exported(
  plan: Plan,
  values: ExportValues,
  since: Plan | null = null,
): Promise<string | Uint8Array> {
  const to = values.to ?? 'json';
  const what =
    values.what ??
    { csv: 'takeoff', svg: 'pole', xlsx: 'lists', dxf: 'plan', ifc: 'plan', ics: 'schedule', pdf: 'sheets' }[
      to
    ] ??
    'result';
  if ((to === 'pdf' || to === 'svg') && (what === 'proposal' || what === 'change-order'))
    return offer(plan, what, values, since);
  if (to === 'pdf' || (to === 'svg' && what !== 'pole')) return sheets(plan, what, values);
  switch (`${to} ${what}`) {
    case 'json plan':
      return written(plan);
    case 'json result':
      return written(resultFile(compute(plan)));
    case 'json takeoff':
      return written(compute(plan).takeoff);
    case 'csv takeoff':
      return takeoffCsv(compute(plan).takeoff);
    case 'csv cuts':
      return cutsCsv(plan, compute(plan).cuts);
    case 'csv drilling':
      return drillingCsv(plan, compute(plan).drilling);
    case 'csv audit':
      return auditCsv(plan, panelAsked(plan, values.panel));
    case 'xlsx lists':
      return workbookOf(jobSheets(plan, compute(plan)));
    case 'csv prices':
      return pricesCsv({ own: plan.prices, suppliers: {} }, itemNames(plan));
    case 'xlsx prices':
      return pricesWorkbook({ own: plan.prices, suppliers: {} }, itemNames(plan));
    case 'ics schedule': {
      const { name, address, starts } = plan.job;
      const from = starts || values.day || '2000-01-03';
      return scheduleIcs(planHash(plan), name, address, scheduleOf(plan, compute(plan), from));
    }
    case 'ifc plan':
      return planIfc(await import('web-ifc'), plan, compute(plan));
    case 'dxf plan':
      return planDxf(plan, compute(plan), levelAsked(plan, values.level));
    case 'svg pole':
      return storyPoles(plan, compute(plan).marks)
        .flatMap((pole) => storyPoleSvg(pole, `${plan.job.name}, story pole`))
        .join('\n');
    default:
      throw new BadInput([
        `--to: cannot write ${what} as “${to}”; json takes plan, result or takeoff, csv takes takeoff, cuts, drilling, prices or audit, xlsx takes lists or prices, svg takes pole, dxf and ifc take plan, ics takes schedule, pdf and svg take sheets, proposal or change-order`,
      ]);
  }
}
