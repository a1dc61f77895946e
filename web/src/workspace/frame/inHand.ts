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
