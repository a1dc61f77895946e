import { firstOfWords } from '@fieldchalk/core';

/** That a figure is not all of it: “No price yet for 12/2 NM-B cable and 2 more.” */
export const unpricedWords = (items: readonly { readonly name: string }[]): string =>
  `No price yet for ${firstOfWords(items.map((i) => i.name))}.`;
