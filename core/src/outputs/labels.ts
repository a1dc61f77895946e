import { entryOf } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import { boxNumber, type Plan } from '../plan/index.ts';
import { isData } from '../materials/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { hot, isTraveller } from '../wiring/nets.ts';
import type { Wiring } from '../wiring/wiring.ts';

/** What is written on a cable at one of its ends. */
export interface CableLabel {
  readonly run: string;
  /** The box or panel this end is in. */
  readonly end: string;
  readonly text: string;
}

/** A circuit as it is written on a cable: its space in the panel, or its own number while it has none. */
export function circuitNumber(plan: Plan, id: string): string {
  const c = entryOf(plan.circuits, id);
  return c.space === null ? id.replace(/^c/, '') : `${c.space}${c.half ?? ''}`;
}

const tagWords = {
  long: { hot: 'HOT', travellers: 'TRAVELLERS', leg: 'SWITCH LEG', out: 'OUT' },
  short: { hot: 'H', travellers: 'T', leg: 'SL', out: 'O' },
} as const;

/**
 * Labels for both ends of every power cable, in the house's wording. `placeOf` says where a box is, like `Kitchen`;
 * `outside` whether it is out of doors.
 */
export function cableLabels(
  plan: Plan,
  wiring: Wiring,
  placeOf: (box: string) => string,
  outside: (box: string) => boolean,
  rules: RuleBook,
): CableLabel[] {
  const wording = rules('label.wording');
  const name = (end: string) => {
    if (plan.panels[end]) return plan.panels[end].name || 'Panel';
    const number = boxNumber(end);
    return wording === 'short' ? number : `${placeOf(end)} ${number}`;
  };
  return Object.keys(plan.runs)
    .sort(compareIds)
    .flatMap((run): CableLabel[] => {
      const { from, to, cable, circuit } = entryOf(plan.runs, run);
      if (isData(cable) || circuit === null || to === null) return [];
      const { tree, byRun } = entryOf(wiring.circuits, circuit);
      const nets = (byRun.get(run) ?? []).flatMap((c) => (c.net === null ? [] : [c.net]));
      const words = wording === 'short' ? tagWords.short : tagWords.long;
      const common = [
        ...(nets.some(isTraveller) ? [words.travellers] : []),
        ...(nets.some((n) => n.kind === 'switched') && !nets.some(isTraveller) ? [words.leg] : []),
      ];
      const at = (end: string, other: string): CableLabel => {
        const feeds = tree.feedOf.get(end)?.runs.includes(run) ?? false;
        const tags = [
          ...(feeds && nets.includes(hot) ? [words.hot] : []),
          ...common,
          ...(outside(other) && !feeds ? [words.out] : []),
        ];
        const number = circuitNumber(plan, circuit);
        const way =
          wording === 'short'
            ? `${feeds ? 'F' : 'T'} ${name(other)}`
            : `${feeds ? 'FROM' : 'TO'} ${name(other)}`;
        const parts = wording === 'place-first' ? [way, number, ...tags] : [number, way, ...tags];
        return { run, end, text: parts.join(' · ') };
      };
      return [at(from, to), at(to, from)];
    });
}
