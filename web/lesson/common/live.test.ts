import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ShotsEvent } from '../../../api/live.ts';
import type { BlockWire, ShotPage, ShotWire } from '../../../api/types.ts';
import { blockAfter, tableAfter, withShots, type TableQuery } from './live.ts';

const shot = (n: number, change: Partial<ShotWire> = {}): ShotWire => ({
  id: `shot ${n}`,
  source: 'feed',
  struckAt: new Date(Date.UTC(2026, 0, 1, 10, 0, n)).toISOString(),
  values: { clubSpeedMps: 40 + n / 10 },
  setAsideReason: null,
  feltEffort: null,
  strikeByHand: false,
  doubt: '',
  was: {},
  ...change,
});
const event = (shots: readonly ShotWire[], shotsTotal: number, blockId = 'a'): ShotsEvent => ({
  kind: 'shots',
  lessonId: 'l',
  blockId,
  shots,
  shotsTotal,
  statistics: { swings: shotsTotal, setAside: 0 },
  trend: {} as ShotsEvent['trend'],
});

describe('shots put into what is shown', () => {
  test('in any order and any number of times they come out as they were struck, each once', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.nat(200), { minLength: 1, maxLength: 40 }),
        fc.array(fc.nat(39), { maxLength: 20 }),
        (numbers, repeats) => {
          const coming = [...numbers, ...repeats.map((i) => numbers[i % numbers.length]!)];
          const shown = coming.reduce<ShotWire[]>((list, n) => withShots(list, [shot(n)]), []);
          expect(shown.map((s) => s.id)).toEqual([...numbers].sort((a, b) => a - b).map((n) => `shot ${n}`));
        },
      ),
    );
  });

  test('one that is set aside is replaced in its place', () => {
    const shown = withShots([shot(1), shot(2), shot(3)], [shot(2, { setAsideReason: 'mishit' })]);
    expect(shown.map((s) => s.setAsideReason)).toEqual([null, 'mishit', null]);
  });

  test('only the block that is meant changes, and it carries at most 300 shots', () => {
    const shots = Array.from({ length: 300 }, (_, n) => shot(n));
    const block = { id: 'a', shots, shotsTotal: 300 } as unknown as BlockWire;
    expect(blockAfter(block, event([shot(900)], 301, 'b'))).toBe(block);
    const after = blockAfter(block, event([shot(900)], 301));
    expect(after.shots).toHaveLength(300);
    expect(after.shots.at(-1)?.id).toBe('shot 900');
    expect(after.shotsTotal).toBe(301);
  });
});

describe('the table of a block', () => {
  const page = (n: number): ShotPage => ({
    total: n,
    pages: 1,
    shots: Array.from({ length: n }, (_, i) => ({ ...shot(i), number: i + 1 })),
  });
  const plain: TableQuery = { sort: 'struckAt', direction: 'up', show: 'all', page: 0 };

  test('takes a new shot at its end, numbered on', () => {
    const after = tableAfter(page(3), plain, event([shot(50)], 4));
    expect(after?.shots.map((s) => s.number)).toEqual([1, 2, 3, 4]);
    expect(after?.total).toBe(4);
  });

  test.each([
    ['sorted by a value', { ...plain, sort: 'clubSpeedMps' }, 4],
    ['filtered', { ...plain, least: '40' }, 4],
    ['showing only those that count', { ...plain, show: 'counted' }, 4],
    ['missing shots of before', plain, 9],
  ])('%s is asked for anew', (_, query, total) => {
    expect(tableAfter(page(3), query, event([shot(50)], total))).toBeUndefined();
  });
});
