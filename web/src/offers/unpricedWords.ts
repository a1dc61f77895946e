/** That a figure is not all of it: “No price yet for 12/2 NM-B cable and 2 more: this is not all it costs.” */
export function unpricedWords(names: readonly string[]): string {
  const [first = '', ...rest] = names;
  const more = rest.length > 0 ? ` and ${rest.length} more` : '';
  return `No price yet for ${first}${more}: this is not all it costs. Prices are kept on the order page.`;
}
