import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { analyseGround } from '../capture/ground-analysis.ts';
import { analyseSequence } from '../capture/sequence.ts';
import { must } from '../errors/must.ts';
import { readGroundCsv } from '../formats/ground-csv.ts';
import { readMotionCsv } from '../formats/motion-csv.ts';
import { measureJoined } from './evidence-of-joined.ts';
import { measuredFindings } from './findings.ts';

const FIXTURES = join(import.meta.dirname, '../capture/fixtures');
const read = (folder: string, name: string): string => readFileSync(join(FIXTURES, folder, `${name}.csv`), 'utf8');

/** Evidence of a captured swing and plates of the given cases, laid over each other at the strike. */
function logOdds(motion: string, ground: string, groundShiftS = 0): number {
  const { release, strike } = analyseSequence(readMotionCsv(read('motion', motion), motion));
  const push = analyseGround(readGroundCsv(read('ground', ground), ground)).peakLeadVerticalBw;
  const measured = measureJoined(
    {
      releaseStartBeforeStrikeMs: release ? 1000 * release.startBeforeStrikeS : null,
      strikeSdMs: 1000 * strike.uncertaintyS,
      pushBeforeStrikeS: must(push).beforeStrikeS,
      motionShiftS: 0,
      groundShiftS,
    },
    { kind: 'ground', id: 'g', label: 'g' },
  );
  const [finding] = measuredFindings(measured).filter((f) => f.fault === 'legs-late');
  return must(finding).logOdds;
}

describe('plates and captured swing joined, against cases whose truth is known', () => {
  test('a sound pair speaks against a late push, also one that jumps', () => {
    expect(logOdds('00-even-240hz', '00-even-1000hz')).toBeLessThan(-0.3);
    expect(logOdds('04-stall-500hz', '03-jump-1000hz')).toBeLessThan(-1);
  });
  test('a push that comes when the club is long let go speaks for it', () => {
    expect(logOdds('00-even-240hz', '04-weak-500hz')).toBeGreaterThan(1);
    expect(logOdds('00-even-240hz', '01-hang-500hz')).toBeGreaterThan(1);
    // A release thrown away early leaves the same push behind.
    expect(logOdds('01-cast-500hz', '00-even-1000hz')).toBeGreaterThan(0.3);
  });
  test('plates laid later make the push later', () => {
    expect(logOdds('00-even-240hz', '00-even-1000hz', 0.03)).toBeGreaterThan(
      logOdds('00-even-240hz', '00-even-1000hz') + 1,
    );
  });
  test('without a release, or without plates under the lead foot, it says nothing', () => {
    const none = { strikeSdMs: 2, motionShiftS: 0, groundShiftS: 0 };
    const source = { kind: 'ground', id: 'g', label: 'g' } as const;
    expect(measureJoined({ ...none, releaseStartBeforeStrikeMs: null, pushBeforeStrikeS: 0.07 }, source)).toEqual([]);
    expect(measureJoined({ ...none, releaseStartBeforeStrikeMs: 95, pushBeforeStrikeS: null }, source)).toEqual([]);
  });
});
