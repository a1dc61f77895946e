import { entryOf, lastOf, must } from '../lookups/index.ts';
import Papa from 'papaparse';
import { makeEdit } from '../edits/index.ts';

import type { Problem } from '../plan/problems.ts';
import { emptyPlan, roomUses, type Plan, type RoomUse } from '../plan/index.ts';
import type { Doubt } from './imported/house.ts';
import { planReport, type ImportReading } from './imported/toPlan.ts';
import { formatLength, parseLength } from '../units/index.ts';

interface Row {
  readonly name: string;
  readonly use: RoomUse;
  readonly length: number;
  readonly width: number;
  /** Floor to ceiling; null when the list does not say. */
  readonly height: number | null;
}

function readRow(row: Record<string, string | undefined>, line: number, problems: Problem[]): Row | null {
  const before = problems.length;
  const size = (field: 'length' | 'width' | 'height') => {
    const read = parseLength(row[field] ?? '');
    if (read.ok && read.inches >= 12) return read.inches;
    problems.push({
      path: `line ${line}.${field}`,
      message: read.ok ? 'must be at least a foot' : read.problem,
    });
    return 0;
  };
  const name = (row['name'] ?? '').trim();
  if (name === '') problems.push({ path: `line ${line}.name`, message: 'is required' });
  const use = (row['use'] ?? '').trim() || 'living';
  if (!roomUses.includes(use as RoomUse))
    problems.push({ path: `line ${line}.use`, message: `must be one of: ${roomUses.join(', ')}` });
  const read: Row = {
    name,
    use: use as RoomUse,
    length: size('length'),
    width: size('width'),
    height: row['height']?.trim() ? size('height') : null,
  };
  return problems.length === before ? read : null;
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
  let plan: Plan = emptyPlan(jobName);
  for (const row of rows) {
    if (!row) continue;
    const legs = [row.length, row.width, row.length, row.width].map((length) => ({ length, turn: 90 }));
    const started = makeEdit(plan, 'startRoom', { name: row.name, use: row.use });
    if (!started.ok) return started;
    const room = lastOf(Object.keys(started.plan.rooms));
    const place = entryOf(started.plan.rooms, room);
    const walked = makeEdit(started.plan, 'setWalk', {
      room,
      walk: { start: { x: place.x, y: place.y }, heading: 0, legs },
    });
    if (!walked.ok) return walked;
    plan = walked.plan;
  }
  const heights = rows.flatMap((r) => r?.height ?? []);
  const usual = heights.sort(
    (a, b) => heights.filter((h) => h === b).length - heights.filter((h) => h === a).length,
  )[0];
  if (usual !== undefined)
    plan = { ...plan, levels: { ...plan.levels, L1: { ...entryOf(plan.levels, 'L1'), ceiling: usual } } };
  const doubts = rows.flatMap((r): Doubt[] =>
    r?.height && r.height !== usual
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
