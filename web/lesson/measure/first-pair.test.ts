import { describe, expect, test } from '@jest/globals';
import type { BlockWire } from '../../../api/types.ts';
import { firstPair } from './first-pair.ts';

const block = (id: string, more: Partial<BlockWire> = {}, swings = 5): BlockWire =>
  ({
    id,
    club: 'Driver',
    withBall: true,
    condition: 'normal',
    cue: '',
    effort: null,
    oldPlace: false,
    circumstances: {},
    shots: Array.from({ length: swings }, () => ({ setAsideReason: null, values: { clubSpeedMps: 40 } })),
    ...more,
  }) as unknown as BlockWire;
const ids = (pair: readonly BlockWire[] | undefined): string[] | undefined => pair?.map((b) => b.id);

describe('the first pair to compare', () => {
  test('the newest two of one club with one thing changed, not simply the last two', () => {
    const today = [
      block('a'),
      block('b', { cue: 'push' }),
      block('c', { club: '7 iron' }),
      block('d', { withBall: false }),
    ];
    expect(ids(firstPair(today, []))).toEqual(['a', 'b']);
  });
  test('names of one club are one club', () => {
    expect(
      ids(firstPair([block('a', { club: 'driver' }), block('b', { cue: 'push' }), block('c', { club: '7 iron' })], [])),
    ).toEqual(['a', 'b']);
  });
  test('without a pair of today: its like of the lesson before', () => {
    const earlier = [block('x'), block('y', { club: '7 iron' })];
    expect(ids(firstPair([block('a')], earlier))).toEqual(['x', 'a']);
  });
  test('blocks without swings are passed over while there is another', () => {
    const today = [block('a'), block('b', { cue: 'push' }), block('c', { cue: 'wait' }, 0)];
    expect(ids(firstPair(today, []))).toEqual(['a', 'b']);
  });
  test('nothing alike: the last two, which the comparison then calls unlike; one block alone has no pair', () => {
    expect(ids(firstPair([block('a'), block('b', { club: '7 iron' })], []))).toEqual(['a', 'b']);
    expect(firstPair([block('a')], [])).toBeUndefined();
  });
});
