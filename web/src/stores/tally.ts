import { isOpen, toDrill, type Bore, type Result } from '@fieldchalk/core';

/** What the whole job comes to. Feet of cable, cents, hours; `unpriced`: lines of the list without a price; `open`: findings to look at. */
export interface Tally {
  readonly boxes: number;
  readonly feet: number;
  readonly holes: number;
  readonly hours: number;
  readonly cents: number;
  readonly unpriced: number;
  readonly open: number;
}

/** Holes to drill, each once however many cables go through: plates that lie on each other are drilled at once. */
export const holesOf = (result: Result): Bore[] =>
  toDrill(Object.values(result.runs).flatMap((r) => r.bores));

export function tallyOf(result: Result): Tally {
  return {
    boxes: Object.values(result.boxes).filter((b) => b.model !== 'none').length,
    feet: result.takeoff.lines.filter((l) => l.unit === 'ft').reduce((sum, l) => sum + l.quantity, 0),
    holes: holesOf(result).length,
    hours: Math.round(result.hours.stages.reduce((sum, s) => sum + s.hours, 0) * 10) / 10,
    cents: result.takeoff.lines.reduce((sum, l) => sum + (l.cents ?? 0), 0),
    unpriced: result.takeoff.lines.filter((l) => l.cents === null).length,
    open: result.findings.filter(isOpen).length,
  };
}
