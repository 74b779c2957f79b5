import { expect, test } from '@jest/globals';
import { agentInWords } from './agent-in-words.ts';

test.each([
  [
    'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/131.0 Safari/537.36',
    'Chrome or a relative on a computer',
  ],
  [
    'Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605 Version/18.0 Mobile/15E Safari/604.1',
    'Safari on a phone',
  ],
  ['Mozilla/5.0 (Android 14; Mobile; rv:133.0) Gecko/133.0 Firefox/133.0', 'Firefox on a phone'],
  ['curl/8', 'an unknown browser'],
  ['', 'an unknown browser'],
])('%s', (agent, words) => expect(agentInWords(agent)).toBe(words));
