/**
 * Ways are priced in whole parts of an inch and of a cent, so that the same inches cost the same in whatever order they are added and
 * whichever way the house is drawn: then ways that cost alike are alike to the last bit, and their places decide.
 */

const perInch = 1024;
const perCent = 2 ** 18;

/** Inches as they are priced. */
export const onGrid = (inches: number): number => Math.round(inches * perInch) / perInch;

/** What an inch or a hole costs, as it is reckoned with. */
export const rateOnGrid = (cents: number): number => Math.round(cents * perCent) / perCent;
