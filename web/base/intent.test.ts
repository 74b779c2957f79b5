import { describe, expect, test } from '@jest/globals';
import { intent } from './intent.ts';

describe('ids of what a person means to do', () => {
  test('the same deed keeps its id until it is done; another content is another deed', () => {
    let n = 0;
    const { idFor, done } = intent(() => `id ${++n}`);
    const first = idFor({ grade: 'clear' });
    expect(idFor({ grade: 'clear' })).toBe(first);
    expect(idFor({ grade: 'slight' })).not.toBe(first);
    expect(idFor(undefined)).toBe(idFor(undefined));
    done();
    expect(idFor({ grade: 'clear' })).not.toBe(first);
  });
});
