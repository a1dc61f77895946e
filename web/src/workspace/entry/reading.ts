/** All that reads and completes lines; loaded when the line is first entered. */
export { readEntry } from './entry.ts';
export { previewWords, proposeWords } from './previewWords.ts';
export { entryWords } from './words.ts';
