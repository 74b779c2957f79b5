import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { analyseSequence } from '../capture/sequence.ts';
import { mpsToMph } from '../units/units.ts';
import { clubHeadSpeedMps } from '../swing/model.ts';
import { playerSwing } from '../swing/player.ts';
import { priceList, withFaults } from '../swing/price-list.ts';
import { recordSwing } from '../../stand-ins/motion-rig/motion-rig.ts';
import { measuredFindings } from './findings.ts';
import { measureSequence } from './evidence-of-motion.ts';
import { faultAmounts } from './price-amounts.ts';

const player = playerSwing({ sex: 'male', heightM: 1.8, massKg: 80, strength: 0.68 });

/** Amounts as the application finds them in a captured swing of a player with this one fault. */
function found(id: string, amount: number) {
  const swing = withFaults(player, [{ id, amount }]);
  const { capture } = recordSwing(swing, {
    rateHz: 240,
    noiseShare: 0.01,
    backswingS: 0.8,
    ball: true,
    withAngles: true,
    handedness: 'right',
    random: seededRandom(`${id} ${amount}`),
  });
  const source = { kind: 'motion' as const, id: 'm', label: 'm' };
  const findings = measuredFindings(measureSequence(capture, analyseSequence(capture), source));
  return faultAmounts(findings, new Map(), player);
}

describe('amounts from a captured swing', () => {
  test.each([
    ['short-turn', 25, 7],
    ['early-release', 35, 10],
    ['body-stall', 50, 20],
  ])('%s of %i comes back within %i, and its price within 2 mph', (id, amount, within) => {
    const own = must(found(id, amount).find((f) => f.id === id));
    expect(own.measured).toBe(true);
    expect(Math.abs(own.amount - amount)).toBeLessThanOrEqual(within);
    const now = must(clubHeadSpeedMps(withFaults(player, [{ id, amount }])));
    const truth = must(clubHeadSpeedMps(player)) - now;
    const price = must(must(priceList(player, [own], now)).prices[0]);
    expect(Math.abs(mpsToMph(price.gainMps - truth))).toBeLessThan(2);
  });
  test('a sound swing has nothing to price', () => {
    expect(found('tension', 0)).toEqual([]);
  });
  test('what nothing measured is not priced', () => {
    expect(faultAmounts([], new Map([['tension', 0.8]]), player)).toEqual([]);
  });
});
