/** “1 switch”, “3 switches”. */
export function countWords(count: number, one: string): string {
  const many = /(ch|sh|s|x)$/.test(one) ? `${one}es` : `${one}s`;
  return `${count} ${count === 1 ? one : many}`;
}
