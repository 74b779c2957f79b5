import { tuple } from '../../core/numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import { analyseSequence } from '../../core/capture/sequence.ts';
import { SEGMENTS, type MotionCapture } from '../../core/capture/motion.ts';
import { must } from '../../core/errors/must.ts';
import { readMotionFile } from '../../core/formats/capture-file.ts';
import { writeC3d } from '../../core/formats/c3d-write.ts';
import { writeMotionCsv } from '../../core/formats/motion-csv.ts';
import { seededRandom } from '../../core/numeric/random.ts';
import { SKILLED_PLAYER } from '../../core/swing/parameters.ts';
import { radToDeg } from '../../core/units/units.ts';
import { markersOf, withDropouts } from './markers.ts';
import { recordSwing } from './motion-rig.ts';

const rig = (seed: string, rateHz: number, handedness: 'right' | 'left' = 'right', noiseShare = 0) =>
  recordSwing(SKILLED_PLAYER, {
    rateHz,
    noiseShare,
    backswingS: 0.85,
    ball: true,
    withAngles: true,
    handedness,
    random: seededRandom(seed),
  });

const c3dOf = (capture: MotionCapture, rateHz: number, noiseM: number, dropoutsPerS: number): ArrayBuffer =>
  writeC3d(markersOf(capture, { rateHz, noiseM, dropoutsPerS, random: seededRandom('markers') }), {
    processor: 'pc',
  }).buffer as ArrayBuffer;

describe('a swing from markers in a C3D', () => {
  test.each([
    ['right', 240, 0.0005, 8],
    ['left', 240, 0.0005, 8],
    ['right', 500, 0.0005, 14],
  ] as const)('%s-hander at %d Hz gives the truth’s peaks', (handedness, rateHz, noiseM, withinMs) => {
    const { capture, truth } = rig(`${handedness}${rateHz}`, rateHz, handedness);
    const s = analyseSequence(readMotionFile(c3dOf(capture, rateHz, noiseM, 0), 'lab.c3d', { handedness }));
    expect(s.warnings.join(' ')).toMatch(/From points: hips, chest, lead arm, club/);
    for (const segment of SEGMENTS)
      expect(Math.abs(must(s.segments[segment]).peakBeforeStrikeS - truth.peakBeforeStrikeS[segment])).toBeLessThan(
        withinMs / 1000,
      );
    const clean = analyseSequence(capture);
    expect(radToDeg(must(s.release?.wristAtLeadArmLevelRad))).toBeCloseTo(
      radToDeg(must(clean.release?.wristAtLeadArmLevelRad)),
      -0.7,
    );
    expect(must(s.leadArmLevelBeforeStrikeS)).toBeCloseTo(must(clean.leadArmLevelBeforeStrikeS), 2);
    expect(must(s.deliveryBeforeStrikeS)).toBeCloseTo(must(clean.deliveryBeforeStrikeS), 2);
  });
  test.each([
    ['y toward the target, z up', 'right', ([x, y, z]: readonly [number, number, number]) => [-y, x, z]],
    ['z toward the target, y up', 'right', ([x, y, z]: readonly [number, number, number]) => [y, z, x]],
    ['x away from the target', 'left', ([x, y, z]: readonly [number, number, number]) => [-x, -y, z]],
  ] as const)('a laboratory with %s is understood from the body at set-up', (_, handedness, turn) => {
    const { capture } = rig('lab', 240, handedness);
    const plain = markersOf(capture, { rateHz: 240, noiseM: 0.0003, dropoutsPerS: 0, random: seededRandom('m') });
    const asC3d = (points: typeof plain.points): ArrayBuffer => writeC3d({ ...plain, points }).buffer;
    const turned = plain.points.map((list) => list.map((p) => p && (turn([...p]) as [number, number, number])));
    const [a, b] = tuple(
      2,
      [plain.points, turned].map((points) => analyseSequence(readMotionFile(asC3d(points), 'lab.c3d', { handedness }))),
    );
    expect(b.order).toEqual(a.order);
    for (const s of SEGMENTS)
      expect(must(b.segments[s]).peakBeforeStrikeS).toBeCloseTo(must(a.segments[s]).peakBeforeStrikeS, 3);
  });
  test('markers lost for up to 30 ms are filled, and it is said', () => {
    const { capture, truth } = rig('lost', 240);
    const s = analyseSequence(readMotionFile(c3dOf(capture, 240, 0.0005, 0.6), 'lab.c3d'));
    expect(s.warnings.join(' ')).toMatch(/were filled/);
    expect(Math.abs(must(s.segments.leadArm).peakBeforeStrikeS - truth.peakBeforeStrikeS.leadArm)).toBeLessThan(0.012);
  });
  test('axes said wrongly are refused; the hips alone tell no club', () => {
    const { capture } = rig('axes', 240);
    const bytes = c3dOf(capture, 240, 0, 0);
    const mapping = {
      channels: [],
      points: { hips: ['LASIS', 'RASIS'] },
      axes: { towardTarget: '+x', up: '+x' },
    } as const;
    expect(() => readMotionFile(bytes, 'lab.c3d', { mapping })).toThrow(/Nothing gives the club/);
    const points = { clubHead: ['ClubHead'], leadHand: ['LWrist'] };
    expect(() => readMotionFile(bytes, 'lab.c3d', { mapping: { ...mapping, points } })).toThrow(/two different axes/);
  });
});

describe('gaps and uneven steps', () => {
  const { capture, truth } = rig('gaps', 240, 'right', 0.01);
  const bytesOf = (c: MotionCapture): ArrayBuffer => new TextEncoder().encode(writeMotionCsv(c)).buffer as ArrayBuffer;
  const peaksOf = (c: MotionCapture): number[] => {
    const s = analyseSequence(c);
    return SEGMENTS.map((g) => must(s.segments[g]).peakBeforeStrikeS - truth.peakBeforeStrikeS[g]);
  };
  test('short dropouts are filled: the peaks stay', () => {
    const holed = withDropouts(capture, 2, 240, seededRandom('holes'));
    expect(holed.ratesRadPerS.hips?.some(Number.isNaN)).toBe(true);
    const read = readMotionFile(bytesOf(holed), 'motion.csv');
    expect(read.ratesRadPerS.hips?.some(Number.isNaN)).toBe(false);
    expect(read.repairs?.join(' ')).toMatch(/filled/);
    for (const off of peaksOf(read)) expect(Math.abs(off)).toBeLessThan(0.012);
  });
  test('a curve missing for 80 ms is refused by name and time; an angle missing so long is left out', () => {
    const hole = (values: readonly number[]): number[] => values.map((v, i) => (i >= 200 && i < 220 ? NaN : v));
    const rates = {
      ...capture,
      ratesRadPerS: { ...capture.ratesRadPerS, leadArm: hole(must(capture.ratesRadPerS.leadArm)) },
    };
    expect(() => readMotionFile(bytesOf(rates), 'motion.csv')).toThrow(
      /lead arm curve is missing from .* gaps up to 50 ms/,
    );
    const angles = { ...capture, anglesRad: { ...capture.anglesRad, chest: hole(must(capture.anglesRad.chest)) } };
    const read = readMotionFile(bytesOf(angles), 'motion.csv');
    expect(read.anglesRad.chest).toBeUndefined();
    expect(read.repairs?.join(' ')).toMatch(/Left out .* chest angle/);
  });
  test('uneven steps are resampled and said', () => {
    const random = seededRandom('jitter');
    const keep = capture.timeS.map((_, i) => i < 3 || i > capture.timeS.length - 4 || random.uniform() > 0.12);
    const some = <T>(list: readonly T[]): T[] => list.filter((_, i) => keep[i]);
    const thinned: MotionCapture = {
      ...capture,
      timeS: some(capture.timeS),
      ratesRadPerS: Object.fromEntries(SEGMENTS.map((s) => [s, some(must(capture.ratesRadPerS[s]))])),
      anglesRad: {},
      wristRad: undefined,
    };
    const read = readMotionFile(bytesOf(thinned), 'motion.csv');
    expect(read.repairs?.join(' ')).toMatch(/resampled evenly at 240/);
    const steps = read.timeS.slice(1).map((t, i) => t - read.timeS[i]!);
    expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(1e-9);
    for (const off of peaksOf(read)) expect(Math.abs(off)).toBeLessThan(0.015);
  });
  test('radians a second under a °/s header are asked about, and read when said', () => {
    const radians: MotionCapture = {
      ...capture,
      ratesRadPerS: Object.fromEntries(
        SEGMENTS.map((s) => [s, must(capture.ratesRadPerS[s]).map((v) => (v * Math.PI) / 180)]),
      ),
      anglesRad: {},
    };
    const bytes = new TextEncoder().encode(
      writeMotionCsv(radians)
        .replace(/^([\d.]+),.*$/gm, (line, t: string) => {
          const i = capture.timeS.findIndex((x) => x.toFixed(5) === t);
          return i < 0 ? line : [t, ...SEGMENTS.map((s) => must(capture.ratesRadPerS[s])[i]!.toFixed(4))].join(',');
        })
        .replace(/,wrist_deg/, ''),
    ).buffer as ArrayBuffer;
    expect(() => analyseSequence(readMotionFile(bytes, 'motion.csv'))).toThrow(/radians a second/);
    for (const off of peaksOf(readMotionFile(bytes, 'motion.csv', { ratesIn: 'rad_s' })))
      expect(Math.abs(off)).toBeLessThan(0.012);
  });
});

describe('a table with other names', () => {
  const { capture } = rig('foreign', 240, 'right', 0.01);
  const header = ['Time (s)', 'Pelvis turn rate', 'Thorax rate', 'Arm', 'Shaft'];
  const rows = capture.timeS.map((t, i) => [t, ...SEGMENTS.map((s) => -must(capture.ratesRadPerS[s])[i]!)].join(','));
  const bytes = new TextEncoder().encode([header.join(','), ...rows].join('\n')).buffer as ArrayBuffer;
  test('is read through a mapping with unit and direction, and refused without', () => {
    expect(() => readMotionFile(bytes, 'x.csv')).toThrow(/no column/);
    const columns = ['hips_dps', 'chest_dps', 'lead_arm_dps', 'club_dps'];
    const read = readMotionFile(bytes, 'x.csv', {
      mapping: {
        channels: columns.map((column, i) => ({ column, label: header[i + 1]!, unit: 'rad/s', reverse: true })),
        points: {},
        axes: { towardTarget: '+x', up: '+z' },
      },
    });
    const [a, b] = [analyseSequence(capture), analyseSequence(read)];
    for (const s of SEGMENTS) expect(must(b.segments[s]).peakRadPerS).toBeCloseTo(must(a.segments[s]).peakRadPerS, 0);
  });
});
