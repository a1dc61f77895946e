import type { ProposalKind, ProposalProgress } from '@fieldchalk/core';

const words: Record<ProposalKind, string> = {
  boxes: 'Placing boxes',
  receptacles: 'Placing receptacles',
  lights: 'Placing lights',
  switches: 'Placing switches',
  alarms: 'Placing alarms',
  data: 'Placing data outlets',
  circuits: 'Sharing out circuits',
  runs: 'Laying cable, circuit by circuit',
  models: 'Choosing boxes by their fill',
};

/** What a proposal is at, in words; the steps are counted where there are several. */
export const progressWords = ({ doing, done, of }: ProposalProgress): string =>
  of > 1 ? `${words[doing]}: ${Math.min(done + 1, of)} of ${of}` : `${words[doing]}…`;
