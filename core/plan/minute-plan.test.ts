import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { minutePlan, type Due, type DueKind } from './minute-plan.ts';

const due = (...kinds: DueKind[]): Due[] => kinds.map((kind) => ({ kind, text: kind }));
const KINDS: DueKind[] = ['pain', 'clearance', 'consent', 'review', 'repeat', 'baseline', 'screen', 'look'];

describe('minute plan', () => {
  test.each([30, 45, 60])('%d minutes of a usual lesson are filled, safety first and the week last', (minutes) => {
    const { parts } = minutePlan(due('review', 'repeat'), minutes);
    expect(parts.map((p) => p.kind)).toEqual(['review', 'warm-up', 'repeat', 'drills', 'week']);
    expect(parts.at(-1)?.toMin).toBe(minutes);
    // The longer lesson gives the time to the change, not to talking.
    expect(
      parts.find((p) => p.kind === 'drills')!.toMin - parts.find((p) => p.kind === 'drills')!.fromMin,
    ).toBeGreaterThanOrEqual(minutes === 30 ? 8 : 16);
  });
  test('what does not fit is said, the least pressing first', () => {
    const { parts, leftOut } = minutePlan(due('pain', 'review', 'repeat', 'screen', 'look'), 30);
    expect(parts.map((p) => p.kind)).toContain('pain');
    expect(leftOut.map((d) => d.kind)).toContain('screen');
    expect(minutePlan(due('pain', 'review', 'repeat', 'screen', 'look'), 60).leftOut).toEqual([]);
  });
  test('any lesson: no gap, no overlap, all said, nothing fast before the warm-up', () => {
    fc.assert(
      fc.property(fc.subarray(KINDS), fc.integer({ min: 15, max: 240 }), (kinds, minutes) => {
        const { parts, leftOut } = minutePlan(due(...kinds), minutes);
        expect(parts[0]?.fromMin).toBe(0);
        expect(parts.at(-1)?.toMin).toBe(minutes);
        parts.slice(1).forEach((p, i) => expect(p.fromMin).toBe(parts[i]!.toMin));
        for (const p of parts) expect(p.toMin).toBeGreaterThan(p.fromMin);
        const said = [...parts, ...leftOut].map((p) => p.kind).sort();
        expect(said).toEqual([...kinds, 'warm-up', 'drills', 'week'].sort());
        const warm = parts.find((p) => p.kind === 'warm-up')!;
        for (const p of parts.filter((p) => ['repeat', 'baseline', 'drills'].includes(p.kind)))
          expect(p.fromMin).toBeGreaterThanOrEqual(warm.toMin);
        // Pain is asked about before anything else.
        if (kinds.includes('pain')) expect(parts[0]?.kind).toBe('pain');
      }),
      { numRuns: 400 },
    );
  });
  test.each([14, 241, 30.5, Number.NaN])('%d minutes are no lesson', (minutes) => {
    expect(() => minutePlan([], minutes)).toThrow(RangeError);
  });
});
