import { expect, test } from 'vitest';
import { deviceWords } from './passkey.ts';

test('a device is called by its browser and system', () => {
  const says = [
    [
      'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/126.0 Mobile Safari/537.36',
      'Chrome, Android',
    ],
    [
      'Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) Version/17.5 Mobile Safari/604.1',
      'Safari, iPhone or iPad',
    ],
    ['Mozilla/5.0 (Windows NT 10.0; rv:127.0) Gecko/20100101 Firefox/127.0', 'Firefox, Windows'],
    ['', 'a device'],
  ] as const;
  for (const [agent, words] of says) expect(deviceWords(agent)).toBe(words);
});
