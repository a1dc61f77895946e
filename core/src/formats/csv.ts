import Papa from 'papaparse';
import type { CutToPull } from '../outputs/cutList.ts';
import type { WallDrilling } from '../outputs/drillingList.ts';
import { namesOf } from '../outputs/names.ts';
import type { Plan } from '../plan/index.ts';
import type { Takeoff } from '../outputs/takeoff/index.ts';

const asCsv = (rows: object[], columns: string[]): string =>
  Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true, columns }) + '\r\n';

/** The cut list as CSV: in the order of the work, cuts in inches, ends and circuits as they are called on site. */
export function cutsCsv(plan: Plan, cuts: readonly CutToPull[]): string {
  const names = namesOf(plan);
  const rows = cuts.map((c, i) => ({
    order: i + 1,
    circuit: c.circuit === null ? '' : names.circuit(c.circuit),
    cable: c.cable,
    cut: c.cut,
    from: names.end(c.from),
    to: names.end(c.to),
    'label here': c.labels[0],
    'label there': c.labels[1],
  }));
  return asCsv(rows, ['order', 'circuit', 'cable', 'cut', 'from', 'to', 'label here', 'label there']);
}

/** The drilling list as CSV: a row for holes drilled alike, lengths in inches. */
export function drillingCsv(plan: Plan, drilling: readonly WallDrilling[]): string {
  const names = namesOf(plan);
  const rows = drilling.flatMap(({ wall, lines }) =>
    lines.map((l) => ({
      wall: names.wall(wall),
      what: l.what,
      studs: l.studs.join(' '),
      up: l.height ?? '',
      along: l.along,
      bit: l.bit,
      holes: l.count,
      cables: l.cables,
      'wood left': l.edge,
      'steel plates': l.steel,
    })),
  );
  const columns = [
    'wall',
    'what',
    'studs',
    'up',
    'along',
    'bit',
    'holes',
    'cables',
    'wood left',
    'steel plates',
  ];
  return asCsv(rows, columns);
}

/** The list of material as CSV with a header row; money in dollars, empty while an item has no price. */
export function takeoffCsv(takeoff: Takeoff): string {
  const rows = takeoff.lines.map((line) => ({
    item: line.item,
    name: line.name,
    quantity: line.quantity,
    unit: line.unit,
    price: line.cents === null ? '' : (line.cents / 100).toFixed(2),
    why: line.why,
  }));
  return asCsv(rows, ['item', 'name', 'quantity', 'unit', 'price', 'why']);
}
