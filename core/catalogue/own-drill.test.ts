import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ASKS, safetyOf } from './drill-asks.ts';
import { rungKeysOf } from './drill-rungs.ts';
import { DRILLS, drillById, knowDrills } from './drills.ts';
import { checkedLadder, compileOwnDrill, copyOf, ownDrillId, ownDrillOf } from './own-drill.ts';

const ID = '0b1c2d3e-0000-4000-8000-000000000001';
const base = copyOf(drillById('feet-together')!);

describe('own drills', () => {
  test('a version is known by its id once it was made known, and only then', () => {
    const id = ownDrillId(ID, 3);
    expect(ownDrillOf(id)).toEqual({ id: ID, version: 3 });
    expect(ownDrillOf('feet-together')).toBeUndefined();
    expect(drillById(id)).toBeUndefined();
    knowDrills([compileOwnDrill(id, base)]);
    expect(drillById(id)).toMatchObject({ id, name: base.name, intensity: 'intent' });
  });
  test('every shipped drill can be copied, and the copy is a drill of the same ladder and no lighter class', () => {
    const order = ['technique', 'intent', 'maximal'];
    for (const d of DRILLS) {
      const copy = compileOwnDrill(ownDrillId(ID, 1), copyOf(d));
      expect([d.id, rungKeysOf(copy)]).toEqual([d.id, rungKeysOf(d)]);
      expect([d.id, order.indexOf(copy.intensity) >= order.indexOf(d.intensity)]).toEqual([d.id, true]);
      expect([d.id, Boolean(copy.burdens)]).toEqual([d.id, Boolean(d.burdens)]);
    }
  });
  test('class, demands and cautions follow from what it asks and cannot be written', () => {
    const said = { ...base, asks: ['throw', 'one-leg'], intensity: 'technique', demands: [] };
    expect(compileOwnDrill('x', said)).toMatchObject({ intensity: 'maximal', burdens: true, needs: { balanceS: 10 } });
    expect(compileOwnDrill('x', said).demands).toEqual(expect.arrayContaining(['shoulder', 'knee']));
    expect(compileOwnDrill('x', { ...base, kit: ['medicine ball'] }).intensity).toBe('maximal');
  });
  test('asking for more never makes it lighter', () => {
    const order = ['technique', 'intent', 'maximal'];
    fc.assert(
      fc.property(fc.subarray(ASKS.map((a) => a.id as string)), fc.constantFrom(...ASKS), (asks, more) => {
        const rungs = drillById('feet-together')!.rungs;
        const [less, all] = [
          safetyOf({ asks, kit: [], rungs }),
          safetyOf({ asks: [...asks, more.id], kit: [], rungs }),
        ];
        expect(order.indexOf(all.intensity)).toBeGreaterThanOrEqual(order.indexOf(less.intensity));
        for (const part of less.demands) expect(all.demands).toContain(part);
      }),
    );
  });
  test('a ladder that jumps, leads back, ends early or names no rung is refused where it does', () => {
    const keys = [...base.rungs];
    const refused = (rungs: string[]): string => {
      try {
        checkedLadder(rungs);
        return 'taken';
      } catch (error) {
        return `${(error as { where: string }).where} ${(error as Error).message}`;
      }
    };
    expect(refused(keys)).toBe('taken');
    expect(refused([keys[0]!, ...keys.slice(2)])).toContain('rungs[1]');
    expect(refused([...keys.slice(0, 3), keys[1]!])).toContain('leads back');
    expect(refused(keys.slice(0, -1))).toContain('then on the course');
    expect(refused(['fast/whole'])).toContain('names no rung');
    expect(checkedLadder(keys.slice(0, 2), 'feet-together')).toHaveLength(2);
    expect(() => checkedLadder(keys.slice(0, 2), 'skaters')).toThrow('no swing drill');
  });
});
