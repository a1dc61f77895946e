import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { collections, planJsonSchema } from './index.ts';

test('the published JSON Schema is the one the code makes', () => {
  const published: unknown = JSON.parse(readFileSync('docs/plan.schema.json', 'utf8'));
  expect(published, 'run: npm run -s chalk -- schema > docs/plan.schema.json').toEqual(planJsonSchema());
});

test('the format page names every collection', () => {
  const page = readFileSync('docs/plan-format.md', 'utf8');
  for (const name of collections) expect(page).toContain(name);
});
