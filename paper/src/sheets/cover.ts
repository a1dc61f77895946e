import { type Plan, type Rule, ruleBook, ruleCatalogue, type RuleId, ruleValueWords } from '@fieldchalk/core';
import { caution, column, heading, table, text, type Block } from '../layout/blocks.ts';
import { type MadeSheet, type SheetJob, sheetOf } from './job.ts';

/** Rules the house has set otherwise than usual, and those on which practitioners part. What money is set to is nobody’s on site. */
function ruleRows(plan: Plan): { own: string[][]; schools: string[][] } {
  const rules = ruleBook(plan.rules.values);
  const own: string[][] = [];
  const schools: string[][] = [];
  for (const [id, rule] of Object.entries(ruleCatalogue) as [RuleId, Rule][]) {
    if (rule.unit === 'cents' || id.startsWith('cost.') || id.startsWith('hours.')) continue;
    const value: unknown = rules(id);
    const isOwn = JSON.stringify(value) !== JSON.stringify(rule.default);
    const row = [rule.title, ruleValueWords(rule, value), plan.rules.reasons[id] ?? '', rule.source];
    if (isOwn) own.push(row);
    else if ((rule.schools?.length ?? 0) > 1) schools.push([rule.title, ruleValueWords(rule, value)]);
  }
  return { own, schools };
}

const cautions = [
  'Treat everything as live until proved dead: main and any standby source off and locked; test the tester, test dead, test the tester again.',
  'Local code and the authority having jurisdiction decide; permits and licensed practice come first. Field Chalk plans and checks; it does not approve.',
  'Eye protection for drilling and powder-actuated fasteners; hole saws grab. No boring of engineered trusses or beams without their maker’s or an engineer’s word.',
  'Renovation: asbestos and lead paint are possible. Stop and test.',
] as const;

const kindWords = (kind: string) => kind.charAt(0).toUpperCase() + kind.slice(1).replaceAll('-', ' ');

/** What the job is, what stands in the set and on which pages, the rules it is made by, and cautions. */
export function coverSheet(
  job: SheetJob,
  index: readonly { readonly title: string; readonly from: number; readonly to: number }[],
): MadeSheet {
  const { plan, changed } = job;
  const { name, address, customer, kind, starts, ends } = plan.job;
  const { own, schools } = ruleRows(plan);
  const about = [
    ['Address', address],
    ['Customer', customer],
    ['Work', kindWords(kind)],
    ['Begins, done', [starts, ends].filter(Boolean).join(', ')],
    ['Code edition', `NEC ${plan.rules.edition}`],
    ['This set', [job.revision, job.day].filter(Boolean).join(', ')],
  ].filter(([, value]) => value !== '');
  const changes: Block[] =
    changed.size > 0
      ? [text('Clouds are drawn around what changed since the set issued before this one.')]
      : [];
  return sheetOf(job, 'cover', name, [
    table([column('', 2, { bold: true }), column('', 9)], about),
    ...changes,
    ...cautions.map(caution),
    heading('Sheets'),
    table(
      [column('Page', 1, { bold: true }), column('Sheet', 10)],
      index.map(({ title, from, to }) => [from === to ? `${from}` : `${from}–${to}`, title]),
    ),
    ...(own.length > 0
      ? [
          heading('Set otherwise than usual'),
          table(
            [column('Rule', 4), column('Set to', 5), column('Why', 5), column('Source of the usual', 4)],
            own,
          ),
        ]
      : []),
    heading('Where houses differ, here'),
    table([column('Rule', 4), column('This house', 9)], schools),
  ]);
}
