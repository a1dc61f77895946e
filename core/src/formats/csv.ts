import Papa from 'papaparse';
import type { Takeoff } from '../outputs/takeoff/index.ts';

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
  return (
    Papa.unparse(rows, {
      newline: '\r\n',
      escapeFormulae: true,
      columns: ['item', 'name', 'quantity', 'unit', 'price', 'why'],
    }) + '\r\n'
  );
}
