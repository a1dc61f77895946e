import { entryOf, must } from '../lookups/index.ts';
import Papa from 'papaparse';
import type { Problem } from '../plan/problems.ts';
import { tooMany } from '../plan/limits.ts';
import { roomUses, type RoomUse } from '../plan/index.ts';
import { useByName, useNamed } from '../rooms/useByName.ts';
import type { Doubt } from './imported/house.ts';
import { SideBySide, type SquareRoom } from './sideBySide.ts';
import { planReport, type ImportReading } from './imported/toPlan.ts';
import { formatLength, parseLength } from '../units/index.ts';

interface Row extends SquareRoom {
  /** Floor to ceiling; null when the list does not say. */
  readonly height: number | null;
}

/** What a row says the room is for, in the words of the list or in one’s own; without any, by the room’s name. Null for words that say nothing. */
function useOf(words: string, name: string): RoomUse | null {
  if (words === '') return useByName(name);
  return roomUses.find((use) => use === words.toLowerCase()) ?? useNamed(words);
}

function readRow(row: Record<string, string | undefined>, line: number, problems: Problem[]): Row | null {
  const before = problems.length;
  const name = (row['name'] ?? '').trim();
  /** A field as whoever has the list before them finds it: by its line, its room and its column. */
  const at = (field: string) => `line ${line}${name === '' ? '' : ` (${name})`}, ${field}`;
  const size = (field: 'length' | 'width' | 'height') => {
    const read = parseLength(row[field] ?? '');
    if (read.ok && read.inches >= 12) return read.inches;
    problems.push({
      path: at(field),
      message: read.ok ? 'must be at least a foot' : read.problem,
    });
    return 0;
  };
  if (name === '') problems.push({ path: at('name'), message: 'is needed: what the room is called' });
  const use = useOf((row['use'] ?? '').trim(), name);
  if (use === null)
    problems.push({
      path: at('use'),
      message: `“${(row['use'] ?? '').trim()}” is no use of a room; write one of: ${roomUses.join(', ')}`,
    });
  const read: Row = {
    name,
    use: use ?? 'living',
    length: size('length'),
    width: size('width'),
    height: row['height']?.trim() ? size('height') : null,
  };
  return problems.length === before ? read : null;
}

/** The value there is most of; the first of those there are equally many of. */
function mostFrequent(values: readonly number[]): number | undefined {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

/** A room list as CSV with columns name, length, width and, if wanted, height and use: each becomes a square room, side by side. Lengths as people write them. */
export function planFromRoomsCsv(text: string, jobName = 'Imported rooms'): ImportReading {
  const parsed = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const columns = parsed.meta.fields ?? [];
  const missing = ['name', 'length', 'width'].filter((c) => !columns.includes(c));
  if (missing.length > 0)
    return {
      ok: false,
      problems: missing.map((c) => ({ path: c, message: 'is a column the list must have' })),
    };
  const problems: Problem[] = [];
  const rows = parsed.data.map((row, i) => readRow(row, i + 2, problems));
  if (rows.length === 0) problems.push({ path: '(file)', message: 'holds no rooms' });
  if (problems.length > 0) return { ok: false, problems };
  const known = rows.filter((row) => row !== null);
  const many = tooMany({ rooms: known });
  if (many.length > 0) return { ok: false, problems: many };
  const beside = new SideBySide(jobName);
  for (const row of known) {
    const put = beside.add(row);
    if (!put.ok) return put;
  }
  const { plan } = beside;
  const usual = mostFrequent(known.flatMap((r) => r.height ?? []));
  if (usual !== undefined) plan.levels['L1'] = { ...entryOf(plan.levels, 'L1'), ceiling: usual };
  const doubts = known.flatMap((r): Doubt[] =>
    r.height && r.height !== usual
      ? [
          {
            about: r.name,
            level: 'L1',
            at: null,
            says: `${r.name} is ${formatLength(r.height)} high; the level came in at ${formatLength(must(usual, 'the usual height of a room'))}.`,
          },
        ]
      : [],
  );
  return planReport(plan, doubts);
}
