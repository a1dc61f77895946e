import { query } from '../incremental/index.ts';
import { boxModels, type Catalogue } from '../materials/index.ts';
import type { Model } from './model.ts';

const withGeneric = query('catalogue of boxes', (models: Readonly<Record<string, Model>>): Catalogue => ({
  ...boxModels,
  ...models,
}));

/** Every box model a plan can name: the generic ones and its own. The same object while its own models stay the same. */
export const catalogueOf = ({ models }: { readonly models: Readonly<Record<string, Model>> }): Catalogue =>
  withGeneric(models);
