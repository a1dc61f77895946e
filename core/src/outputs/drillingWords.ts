import { formatLength } from '../units/index.ts';
import type { DrillingLine } from './drillingList.ts';

/** A line of the drilling list in words: what is drilled, where, and what else is to know of it. */
export interface DrillingWords {
  readonly what: string;
  readonly where: string;
  readonly also: string;
}

function whatOf({ what, studs }: DrillingLine): string {
  const [first, last] = [studs[0], studs.at(-1)];
  switch (what) {
    case 'studs':
      return first === last ? `Stud ${first}` : `Studs ${first} to ${last}`;
    case 'top-plate':
      return 'Top plates';
    case 'bottom-plate':
      return 'Bottom plate';
    case 'block':
      return 'Block';
    default:
      return 'Cripple';
  }
}

export function drillingWords(line: DrillingLine): DrillingWords {
  const { what, height, along, cables, edge, steel } = line;
  return {
    what: whatOf(line),
    where: what === 'studs' ? `${formatLength(height ?? 0)} up` : `${formatLength(along)} along`,
    also: [
      ...(what !== 'studs' && height !== null ? [`${formatLength(height)} up`] : []),
      `${cables} ${cables === 1 ? 'cable' : 'cables'}`,
      `${formatLength(edge)} of wood left`,
      ...(what.endsWith('plate') ? ['seal it when the cable is in'] : []),
      ...(steel > 0 ? [`${steel} steel ${steel === 1 ? 'plate' : 'plates'}`] : []),
    ].join(' · '),
  };
}
