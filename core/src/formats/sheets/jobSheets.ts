import type { Result } from '../../compute/index.ts';
import { namesOf } from '../../outputs/names.ts';
import type { Plan } from '../../plan/index.ts';
import type { Column, SheetTable } from './workbook.ts';

const text = (title: string, width = 16): Column => ({ title, kind: 'text', width });
const number = (title: string, width = 10): Column => ({ title, kind: 'number', width });
const dollars = (title: string, width = 12): Column => ({ title, kind: 'dollars', width });

/** The list of material: what is bought at what price, added up. Lines with a price for each of their units have what they cost worked out in the sheet. */
function listSheet({ takeoff }: Result): SheetTable {
  return {
    name: 'List',
    columns: [
      ...[text('Item', 24), text('Name', 44), number('Quantity'), text('Unit', 6)],
      ...[number('On hand'), number('To buy'), dollars('A unit'), dollars('Cost'), text('Why', 70)],
    ],
    rows: takeoff.lines.map(({ item, name, quantity, unit, onHand, toBuy, cents, why }) => {
      const cost = cents === null ? null : cents / 100;
      const each = cost === null || quantity === 0 ? null : cost / quantity;
      const worked = cost === null ? null : { formula: 'C{row}*G{row}', value: cost };
      return [item, name, quantity, unit, onHand, toBuy, each, worked, why];
    }),
    sums: ['Cost'],
  };
}

/** Which cut comes off which coil, a row for each cut. */
function coilSheet(plan: Plan, { takeoff }: Result): SheetTable {
  const names = namesOf(plan);
  return {
    name: 'Coils',
    columns: [
      ...[number('Coil', 6), text('Item', 16), text('From', 16), number('Coil, ft'), text('Cable from', 28)],
      ...[text('Cable to', 28), number('Cut, ft'), text('Cut already', 12)],
    ],
    rows: takeoff.coils.flatMap((coil, i) =>
      coil.cuts.map(({ run, feet }) => {
        const { from = null, to = null } = plan.runs[run] ?? {};
        const source = coil.from === 'new' ? 'new' : (plan.stock[coil.from]?.where ?? 'started');
        const is = coil.cutAs === null ? '' : 'yes';
        return [i + 1, coil.item, source, coil.feet, names.end(from), names.end(to), feet, is];
      }),
    ),
    sums: ['Cut, ft'],
  };
}

/** Cables in the order they are cut and pulled; lengths in inches. */
function pullSheet(plan: Plan, { cuts }: Result): SheetTable {
  const names = namesOf(plan);
  return {
    name: 'Pull plan',
    columns: [
      ...[number('Order', 6), text('Circuit', 28), text('Cable', 8), number('Cut, in')],
      ...[text('From', 28), text('To', 28), text('Label here', 40), text('Label there', 40)],
    ],
    rows: cuts.map((c, i) => [
      ...[i + 1, c.circuit === null ? '' : names.circuit(c.circuit), c.cable, c.cut],
      ...[names.end(c.from), names.end(c.to), ...c.labels],
    ]),
    sums: ['Cut, in'],
  };
}

/** Holes wall by wall as they are drilled; lengths in inches. */
function drillingSheet(plan: Plan, { drilling }: Result): SheetTable {
  const names = namesOf(plan);
  return {
    name: 'Drilling',
    columns: [
      ...[text('Wall', 24), text('What', 12), text('Studs', 16), number('Up'), number('Along')],
      ...[number('Bit'), number('Holes'), number('Cables'), number('Steel plates', 12)],
    ],
    rows: drilling.flatMap(({ wall, lines }) =>
      lines.map((l) => [
        ...[names.wall(wall), l.what, l.studs.join(' '), l.height, l.along],
        ...[l.bit, l.count, l.cables, l.steel],
      ]),
    ),
    sums: ['Holes', 'Steel plates'],
  };
}

function hoursSheet({ hours }: Result): SheetTable {
  return {
    name: 'Hours',
    columns: [text('Stage'), number('Hours')],
    rows: hours.stages.map(({ stage, hours: own }) => [stage, own]),
    sums: ['Hours'],
  };
}

/** The lists of a job, one sheet each: material, coils, pull plan, drilling, hours. */
export const jobSheets = (plan: Plan, result: Result): SheetTable[] => [
  listSheet(result),
  coilSheet(plan, result),
  pullSheet(plan, result),
  drillingSheet(plan, result),
  hoursSheet(result),
];
