import { compareIds } from '@fieldchalk/core';
import type { Lit } from '../../stores/lit.ts';
import type { useSelection } from '../../stores/selection.ts';
import type { useSession } from '../../stores/session.ts';

/** Where not all cable is looked at, only what is in hand is drawn: the cable that is chosen, those of the circuit in hand, and what a line of the list comes from. */
export function isCableInHand(
  session: ReturnType<typeof useSession>,
  selection: ReturnType<typeof useSelection>,
  lit: Lit | null,
): (run: string) => boolean {
  const chosen = selection.chosen?.kind === 'run' ? selection.chosen.id : null;
  const isShown = selection.stage === 'circuits' || selection.chosen?.kind === 'circuit';
  const circuit = isShown ? selection.circuitInHand : null;
  return (run) =>
    run === chosen ||
    lit?.runs.has(run) === true ||
    (circuit !== null && session.plan?.runs[run]?.circuit === circuit);
}

/** The box whose make-up is looked at: the one chosen, else the first of the room in hand that cable comes into, else the first of all; null where there is none. */
export function boxMadeUp(
  session: Pick<ReturnType<typeof useSession>, 'result' | 'drawnId'>,
  selection: Pick<ReturnType<typeof useSelection>, 'chosen' | 'boxesInHand'>,
): string | null {
  const made = session.result?.makeup ?? {};
  if (selection.chosen?.kind === 'box') return session.drawnId(selection.chosen.id);
  const own = selection.boxesInHand().filter((b) => b in made);
  return own.sort(compareIds)[0] ?? Object.keys(made).sort(compareIds)[0] ?? null;
}
