import { expect, test } from 'vitest';
import { glossary, meaningsOf } from './glossary.ts';

test('every word has a meaning that is a sentence, in the order of the alphabet', () => {
  expect(glossary.length).toBeGreaterThan(25);
  for (const { word, means } of glossary) expect(means, word).toMatch(/^[A-Z“].*\.$/);
  const first = glossary.map(({ word }) => word.replace(/^the /, ''));
  expect([...first].sort((a, b) => a.localeCompare(b, 'en'))).toEqual(first);
});

test('a word is found by itself or by what it is said to be', () => {
  expect(meaningsOf('Home run').map((m) => m.word)).toEqual(['home run']);
  expect(meaningsOf('coil').map((m) => m.word)).toContain('cut');
  expect(meaningsOf('zzz')).toEqual([]);
});
