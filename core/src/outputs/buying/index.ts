export { aloneAt, cheapestSplit, mostSuppliers, type Split, type SupplierOrder } from './split.ts';
export { changedPrices, type ChangedPrice } from './changed.ts';
export { unitsOf } from './units.ts';
