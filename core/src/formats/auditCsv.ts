import { entryOf } from '../lookups/index.ts';
import Papa from 'papaparse';
import { compareIds } from '../plan/ids.ts';
import type { Problem } from '../plan/problems.ts';
import {
  circuitFaults,
  type Circuit,
  type CircuitFault,
  type FoundCircuit,
  type Plan,
} from '../plan/index.ts';
import { gauges } from '../materials/index.ts';

/** A circuit as an audit writes it down. */
export type FoundEntry = Partial<Circuit> & { found: FoundCircuit };
export type AuditReading = { ok: true; circuits: FoundEntry[] } | { ok: false; problems: Problem[] };

export const auditColumns = [
  'space',
  'half',
  'name',
  'amps',
  'poles',
  'gauge',
  'serves',
  'outlets',
  'va',
  'supply',
  'protection',
  'faults',
  'extend',
  'note',
] as const;
type Row = Partial<Record<(typeof auditColumns)[number], string>>;

const supplies = ['normal', 'standby', 'both', 'unknown'] as const;
const protections = ['none', 'gfci', 'afci', 'dual'] as const;

/** Reads the cells of one row; every one that cannot be read is said by its line and column. */
class Cells {
  constructor(
    private readonly row: Row,
    private readonly line: number,
    private readonly problems: Problem[],
  ) {}

  text(column: keyof Row): string {
    return (this.row[column] ?? '').trim();
  }
  fault(column: string, message: string): void {
    this.problems.push({ path: `line ${this.line}.${column}`, message });
  }
  whole(column: keyof Row, bounds: readonly [number, number], fallback: number | null): number | null {
    const text = this.text(column);
    if (text === '') {
      if (fallback === null) this.fault(column, 'is required');
      return fallback;
    }
    const value = Number(text.replace(/\s*(a|awg|va)$/i, ''));
    if (Number.isInteger(value) && value >= bounds[0] && value <= bounds[1]) return value;
    this.fault(column, `“${text}” must be a whole number from ${bounds[0]} to ${bounds[1]}`);
    return fallback;
  }
  oneOf<T extends string>(column: keyof Row, choices: readonly T[], fallback: T): T {
    const text = this.text(column).toLowerCase();
    const found = choices.find((c) => c === text);
    if (text !== '' && !found) this.fault(column, `“${text}” must be one of: ${choices.join(', ')}`);
    return found ?? fallback;
  }
}

function readRow(row: Row, line: number, problems: Problem[]): FoundEntry {
  const cells = new Cells(row, line, problems);
  const faults = cells
    .text('faults')
    .toLowerCase()
    .split(/[;|]/)
    .map((f) => f.trim())
    .filter(Boolean);
  for (const f of faults)
    if (!circuitFaults.includes(f as CircuitFault))
      cells.fault('faults', `“${f}” must be one of: ${circuitFaults.join(', ')}; part several with “;”`);
  const gauge = cells.whole('gauge', [6, 14], 14);
  if (!gauges.some((g) => g === gauge)) cells.fault('gauge', `must be one of: ${gauges.join(', ')}`);
  const poles = cells.whole('poles', [1, 2], 1) === 2 ? 2 : 1;
  const half = cells.text('half').toUpperCase();
  if (half !== '' && half !== 'A' && half !== 'B') cells.fault('half', 'must be A, B or empty');
  const va = cells.text('va') === '' ? undefined : (cells.whole('va', [0, 100000], 0) ?? 0);
  return {
    space: cells.whole('space', [1, 84], null),
    half: half === 'A' || half === 'B' ? half : null,
    name: cells.text('name').slice(0, 200),
    amps: cells.whole('amps', [1, 400], null) ?? 15,
    poles,
    volts: poles === 2 ? 240 : 120,
    gauge: gauge as Circuit['gauge'],
    protection: cells.oneOf('protection', protections, 'none'),
    existing: true,
    found: {
      serves: cells.text('serves').slice(0, 500),
      outlets: cells.whole('outlets', [0, 200], 0) ?? 0,
      ...(va === undefined ? {} : { va }),
      supply: cells.oneOf('supply', supplies, 'normal'),
      faults: faults as CircuitFault[],
      extend: cells.oneOf('extend', ['yes', 'no'], 'no') === 'yes',
      note: cells.text('note').slice(0, 1000),
    },
  };
}

/** An audit of a panel as CSV: a header row, then a circuit a row. Columns `space` and `amps` must be there; the rest may be. */
export function readAuditCsv(text: string): AuditReading {
  const parsed = Papa.parse<Row>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const columns = parsed.meta.fields ?? [];
  const problems: Problem[] = [
    ...['space', 'amps']
      .filter((c) => !columns.includes(c))
      .map((c) => ({ path: c, message: 'is a column the audit must have' })),
    ...columns
      .filter((c) => !auditColumns.includes(c as 'space'))
      .map((c) => ({
        path: c || '(column)',
        message: `is not a column of an audit; they are ${auditColumns.join(', ')}`,
      })),
  ];
  if (problems.length > 0) return { ok: false, problems };
  const circuits = parsed.data.map((row, i) => readRow(row, i + 2, problems));
  if (circuits.length === 0) problems.push({ path: '(file)', message: 'holds no circuits' });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, circuits };
}

/** The circuits found in a panel, as the same CSV. */
export function auditCsv(plan: Plan, panel: string): string {
  const rows = Object.keys(plan.circuits)
    .sort(compareIds)
    .map((id) => entryOf(plan.circuits, id))
    .filter((c) => c.existing && c.panel === panel)
    .sort((a, b) => (a.space ?? 99) - (b.space ?? 99))
    .map((c) => ({
      space: c.space ?? '',
      half: c.half ?? '',
      name: c.name,
      amps: c.amps,
      poles: c.poles,
      gauge: c.gauge,
      serves: c.found?.serves ?? '',
      outlets: c.found?.outlets ?? 0,
      va: c.found?.va ?? '',
      supply: c.found?.supply ?? 'unknown',
      protection: c.protection,
      faults: (c.found?.faults ?? []).join(';'),
      extend: c.found?.extend ? 'yes' : 'no',
      note: c.found?.note ?? '',
    }));
  return `${Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true, columns: [...auditColumns] })}\r\n`;
}
