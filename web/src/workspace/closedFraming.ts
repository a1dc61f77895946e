/** What may be done with a closed wall, ceiling or floor for a cable, as the cards offer it. */
export const accesses = [
  { value: 'leave', says: 'leave it' },
  { value: 'fish', says: 'fish through it' },
  { value: 'open', says: 'open a strip' },
] as const;

/** What lies over a ceiling, as the cards offer it. */
export const overheads = [
  'attic',
  'joists',
  { value: 'truss', says: 'trusses' },
  { value: 'closed', says: 'closed ceiling' },
] as const;

/** What lies under a floor, as the cards offer it. */
export const underfoots = [
  { value: 'crawl', says: 'crawl space' },
  'basement',
  'slab',
  'joists',
  { value: 'closed', says: 'closed floor' },
] as const;
