/** “1 switch”, “3 switches”. */
export function countWords(count: number, one: string): string {
  const many = /(ch|sh|s|x)$/.test(one) ? `${one}es` : `${one}s`;
  return `${count} ${count === 1 ? one : many}`;
}

/** The first of some names, and how many more: “12/2 NM-B cable and 2 more”. Empty for none. */
export const firstOfWords = ([first = '', ...rest]: readonly string[]): string =>
  rest.length > 0 ? `${first} and ${rest.length} more` : first;
