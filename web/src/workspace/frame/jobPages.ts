/** A page of a job beside its stages. */
export interface JobPage {
  /** The last part of its address. */
  readonly at: string;
  readonly says: string;
  readonly to: (job: string) => string;
  /** It opens in a window of its own. */
  readonly isWindow?: boolean;
}

const page = (at: string, says: string): JobPage => ({ at, says, to: (job) => `${job}/${at}` });

/** The pages in the order of the work. */
export const jobPages: readonly JobPage[] = [
  page('rules', 'Rules'),
  page('audit', 'Audit of what is there'),
  page('load', 'Load'),
  page('directory', 'Panel directory'),
  page('cuts', 'Cut list'),
  page('drilling', 'Drilling list'),
  page('makeup', 'Make-up sheets'),
  page('documents', 'Documents'),
  page('proposal', 'Proposal and changes'),
  page('versions', 'Versions compared'),
  page('words', 'What words mean'),
  { at: 'meter', says: 'Laser meter', to: (job) => job.replace('/jobs/', '/meter/'), isWindow: true },
];
