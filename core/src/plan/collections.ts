/** The collections keyed by id, in the order the format lists them. */
export const collections = [
  'levels',
  'points',
  'walls',
  'openings',
  'members',
  'obstacles',
  'rooms',
  'fixtures',
  'boxes',
  'devices',
  'controls',
  'panels',
  'circuits',
  'runs',
  'stock',
  'coils',
  'sheetSets',
  'schedule',
  'options',
  'crew',
  'actuals',
  'accepted',
  'models',
] as const;
export type CollectionName = (typeof collections)[number];
/** Whether a step of a path names a collection. */
export const isCollection = (name: PropertyKey | undefined): name is CollectionName =>
  (collections as readonly unknown[]).includes(name);
