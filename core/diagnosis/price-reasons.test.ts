import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { analyseSequence } from '../capture/sequence.ts';
import { must } from '../errors/must.ts';
import { readMotionCsv } from '../formats/motion-csv.ts';
import { mphToMps } from '../units/units.ts';
import { LEARNED_PRICE } from './fitted/learned-price.ts';
import { bodyInputs, priceInputs, priceSwing } from './learned-price.ts';
import { groupOfInput, PRICE_GROUPS, priceReasons } from './price-reasons.ts';
import { soundInputs } from './sound-swing.ts';

const body = { sex: 'male', heightM: 1.8, massKg: 80, ageYears: 40 } as const;
const speed = mphToMps(92);
const swing = (name: string) =>
  priceInputs(
    analyseSequence(
      readMotionCsv(readFileSync(join(import.meta.dirname, '../capture/fixtures/motion', `${name}.csv`), 'utf8')),
    ),
  );

describe('what a price hangs on', () => {
  test('every input belongs to one part of the swing, or says something of the body or the file', () => {
    const without = LEARNED_PRICE.inputs.map((i) => i.name).filter((n) => groupOfInput(n) === undefined);
    expect(without.sort()).toEqual([...Object.keys(bodyInputs(body)), 'hasHips', 'hasWrist'].sort());
    const used = new Set(LEARNED_PRICE.inputs.flatMap((i) => groupOfInput(i.name) ?? []));
    expect([...used].sort()).toEqual(PRICE_GROUPS.map((g) => g.id).sort());
    for (const g of PRICE_GROUPS) expect(groupOfInput(g.shown)).toBe(g.id);
  });

  test('a cast is priced by the wrist angle that is gone, beside that of a sound player', () => {
    const { prices } = priceSwing(swing('01-cast-500hz'), body, speed);
    const { reasons, meanMps } = must(prices.find((p) => p.fault === 'early-release'));
    const wrist = must(reasons.find((r) => r.group === 'wrist angle'));
    expect(wrist.measured).toBeLessThan(wrist.typical - 15);
    expect(reasons[0]!.changeMps).toBeGreaterThan(0.3 * meanMps);
    expect(reasons.map((r) => r.group)).not.toContain('turn');
    for (let i = 1; i < reasons.length; i++)
      expect(reasons[i]!.changeMps).toBeLessThanOrEqual(reasons[i - 1]!.changeMps);
  });

  test('a sound player’s own figures leave nothing to name', () => {
    const sound = soundInputs(speed, { heightM: 1.8, massKg: 80, ageYears: 40, female: false });
    expect(priceReasons(sound, sound, (x) => x.chest_turn! + x.w_level!)).toEqual([]);
    expect(sound.chest_turn).toBeGreaterThan(88);
    expect(sound.chest_turn).toBeLessThan(102);
    const other = soundInputs(mphToMps(65), undefined);
    expect(Math.exp(other.lnD!)).toBeGreaterThan(Math.exp(sound.lnD!));
  });
});
