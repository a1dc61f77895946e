export { countRuns, forget, query } from './query.ts';
export { entriesOf, gathered, idsOf, isView, markView, valuesOf, viewOf } from './view.ts';
export { nothing, sumsOf, type Amounts } from './sums.ts';
export { changeOf, withChange, type Change } from './change.ts';
