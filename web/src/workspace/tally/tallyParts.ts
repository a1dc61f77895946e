import { isOpen, type Result } from '@fieldchalk/core';
import { holesOf, type Tally } from '../../stores/tally.ts';

export interface TallyPart {
  readonly what: string;
  readonly value: string;
}

function counted(names: readonly string[]): TallyPart[] {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([what, n]) => ({ what, value: String(n) }));
}

function holeParts(result: Result): TallyPart[] {
  const role = new Map(result.members.map((m) => [m.id, m.role]));
  return counted(holesOf(result).map((b) => `in a ${(role.get(b.member) ?? 'stud').replace('-', ' ')}`));
}

/** What a figure of the tally is the sum of. */
export function partsOf(figure: Exclude<keyof Tally, 'unpriced'>, result: Result): TallyPart[] {
  const { lines } = result.takeoff;
  switch (figure) {
    case 'boxes':
      return counted(Object.values(result.boxes).map((b) => b.model));
    case 'feet':
      return lines
        .filter((l) => l.unit === 'ft')
        .map((l) => ({ what: `${l.name}: ${l.why}`, value: `${l.quantity} ft` }));
    case 'holes':
      return holeParts(result);
    case 'hours':
      return result.hours.stages.map((s) => ({ what: s.stage, value: `${s.hours} h` }));
    case 'cents': {
      const unpriced = lines.filter((l) => l.cents === null).length;
      const priced = lines.flatMap((l) =>
        l.cents === null
          ? []
          : [{ what: `${l.quantity} × ${l.name}`, value: `$${(l.cents / 100).toFixed(2)}` }],
      );
      return unpriced > 0
        ? [...priced, { what: 'lines with no price yet', value: String(unpriced) }]
        : priced;
    }
    case 'open':
      return counted(result.findings.filter(isOpen).map((f) => `${f.level}: ${f.says}`));
    default:
      return figure satisfies never;
  }
}
