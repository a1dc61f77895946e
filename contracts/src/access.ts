/** Who may do what: one table that routes, live events, sync and exports ask. docs/permissions.md is made from it. */
export const roles = ['owner', 'lead', 'crew', 'guest'] as const;
export type Role = (typeof roles)[number];

/** Of which jobs of the own company: all, those given to the person or phone, or none. Of another company’s never. */
export type Reach = 'all' | 'given' | 'no';

interface Allowance {
  readonly says: string;
  /** Owner, lead, crew, guest. */
  readonly reach: readonly [Reach, Reach, Reach, Reach];
}

const leads = ['all', 'all', 'no', 'no'] as const;
const owner = ['all', 'no', 'no', 'no'] as const;

export const actions = {
  'jobs.list': { says: 'See which jobs there are', reach: ['all', 'all', 'given', 'given'] },
  'job.make': { says: 'Make a job', reach: leads },
  'job.read': { says: 'Open a job whole: prices, service, its changes as they come', reach: leads },
  'job.change': { says: 'Change a job', reach: leads },
  'job.copy': { says: 'Copy a job', reach: leads },
  'job.away': { says: 'Archive a job, delete it and bring it back', reach: leads },
  'job.view': {
    says: 'See a job’s walls, marks, cables and ticks, as the crew does',
    reach: ['all', 'all', 'given', 'given'],
  },
  'job.tick': { says: 'Tick things off', reach: ['all', 'all', 'given', 'no'] },
  'job.late': { says: 'Say whether late ticks count', reach: leads },
  'job.give': { says: 'Give a job to phones and people, and take it back', reach: leads },
  'rules.read': { says: 'See the house rules', reach: leads },
  'prices.read': { says: 'See the company’s price book', reach: leads },
  'prices.change': { says: 'Change the company’s price book', reach: leads },
  'stock.read': { says: 'See what the company has on hand', reach: leads },
  'stock.change': { says: 'Count what the company has on hand', reach: leads },
  'rules.change': { says: 'Change the house rules', reach: leads },
  import: { says: 'Read a drawing or plan file', reach: leads },
  own: {
    says: 'See and change one’s own name, password, passkeys and devices',
    reach: ['all', 'all', 'all', 'all'],
  },
  'people.see': { says: 'See the company’s people', reach: leads },
  'people.change': { says: 'Invite people, set roles, cut devices off, help back in', reach: owner },
  'company.change': { says: 'Name the company', reach: owner },
  'company.export': { says: 'Take all data of the company out', reach: owner },
  'company.remove': { says: 'Remove the company with all its data', reach: owner },
  'audit.read': { says: 'Read who did what', reach: owner },
} as const satisfies Readonly<Record<string, Allowance>>;
export type Action = keyof typeof actions;

export const reachOf = (role: Role, action: Action): Reach =>
  actions[action].reach[roles.indexOf(role)] ?? 'no';

/** What listeners of a job, or of the house rules, are told live, and what one must be allowed to hear it. */
export const events = {
  change: 'job.read',
  measurement: 'job.read',
  late: 'job.late',
  phones: 'job.give',
  plan: 'job.view',
  marks: 'job.view',
  rules: 'rules.read',
} as const satisfies Readonly<Record<string, Action>>;
export type LiveEvent = keyof typeof events;

const words: Readonly<Record<Reach, string>> = { all: 'yes', given: 'those given', no: '' };

/** The table as docs/permissions.md shows it. */
export function permissionsPage(): string {
  const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  const lines = Object.entries(actions).map(([name, { says, reach }]) =>
    row([says, `\`${name}\``, ...reach.map((r) => words[r])]),
  );
  const heard = Object.entries(events).map(([event, action]) => row([`\`${event}\``, `\`${action}\``]));
  return [
    '# Who may do what',
    '',
    'Made from `contracts/src/access.ts`, which the server asks for every route and every live event. “Yes” is for all jobs of one’s own company; “those given” for jobs',
    'a lead gave to that person or phone. What belongs to another company answers as if it did not exist. A phone that was let in by a link is crew, or a guest where the link says so.',
    '',
    row(['', 'action', ...roles]),
    row(['---', '---', ...roles.map(() => '---')]),
    ...lines,
    '',
    'Live events are told to those who may:',
    '',
    row(['event', 'action']),
    row(['---', '---']),
    ...heard,
    '',
  ].join('\n');
}
