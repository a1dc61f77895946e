export {
  compareVersions,
  estimateFor,
  type ComparedHours,
  type ComparedLine,
  type Comparison,
  type Version,
} from './compare.ts';
export {
  atPricesOf,
  changeOrderOf,
  offerOf,
  offerTitle,
  unpricedIn,
  withOptions,
  type AgreedBefore,
  type ChangeOrder,
  type Offer,
  type OfferedOption,
  type UnpricedItem,
} from './offer.ts';
export { scopeLines, type ScopeLine } from './scope.ts';
