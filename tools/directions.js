/** The folders of `core/src` in the order of the job. A folder may import from those before it, never from those after it. */
export const order = [
  'lookups',
  'units',
  'geometry',
  'rules',
  'materials',
  'incremental',
  'plan',
  'survey',
  'framing',
  'rooms',
  'boxes',
  'runs',
  'wiring',
  'circuits',
  'fill',
  'stages',
  'outputs',
  'findings',
  'compute',
  'proposals',
  'edits',
  'offers',
  'formats',
  'power',
];

const restricted = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });

const platform = {
  regex: '^(node:.*|vue|express|knex|@fieldchalk/.*)$',
  message: 'core computes; it knows no platform.',
};

/** One lint rule for each folder of core that forbids what comes after it. */
export const coreDirections = order.map((folder, i) => {
  const after = order.slice(i + 1);
  const later = {
    regex: `^(\\.\\./)+(${after.join('|')})/`,
    message: `${folder} comes before it in the order of the job (tools/directions.js).`,
  };
  return {
    files: [`core/src/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: restricted(after.length > 0 ? [platform, later] : [platform]),
  };
});

/** What each workspace may import of the others. */
const workspaces = {
  contracts: ['core'],
  paper: ['core'],
  cli: ['core', 'paper'],
  server: ['core', 'contracts', 'paper'],
  web: ['core', 'contracts'],
  e2e: [],
};

export const workspaceDirections = Object.entries(workspaces).map(([workspace, allowed]) => ({
  files: [`${workspace}/**/*.{ts,vue}`],
  rules: restricted([
    {
      regex: `^@fieldchalk/(?!(${allowed.join('|') || '-'})(/|$))`,
      message: `${workspace} may import ${allowed.join(' and ') || 'none of the workspaces'} (tools/directions.js).`,
    },
    {
      regex: '^(\\.\\./)+(core|contracts|paper|cli|server|web|e2e)/',
      message: 'Import a workspace by its name.',
    },
  ]),
}));
