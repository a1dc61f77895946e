const money = new Intl.NumberFormat('en-US', { style: 'currency', currency: 'USD' });
const dollars = new Intl.NumberFormat('en-US', {
  style: 'currency',
  currency: 'USD',
  maximumFractionDigits: 0,
});
const of = (cents: number) => (cents % 100 === 0 ? dollars : money);

/** Dollars and cents. */
export const moneyWords = (cents: number): string => money.format(cents / 100);

/** As customers read it: whole dollars without cents. */
export const priceWords = (cents: number): string => of(cents).format(cents / 100);

/** What more or less it costs: “+$38”, “−$120”, “no more”. */
export function moreWords(cents: number): string {
  if (cents === 0) return 'no more';
  return `${cents > 0 ? '+' : '−'}${priceWords(Math.abs(cents))}`;
}
