import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { PROCESSOR_CODES, type Processor } from './c3d-numbers.ts';
import { readC3d, type C3dFile } from './c3d.ts';
import { writeC3d } from './c3d-write.ts';

const random = seededRandom('c3d');
const FRAMES = 120;
const original: Omit<C3dFile, 'processor'> = {
  pointRateHz: 240,
  frames: FRAMES,
  pointUnits: 'mm',
  pointLabels: ['HEAD', 'HAND', 'CLUB'],
  points: Array.from({ length: 3 }, (_, k) =>
    Array.from({ length: FRAMES }, (_, f): [number, number, number] | null =>
      k === 1 && f > 40 && f < 47 ? null : [1000 * random.normal(), 1000 * random.normal(), 900 + f],
    ),
  ),
  analogRateHz: 960,
  analogLabels: ['Fz1', 'Fz2'],
  analogUnits: ['N', 'N'],
  analog: Array.from({ length: 2 }, () => Array.from({ length: FRAMES * 4 }, () => 400 + 50 * random.normal())),
  events: [
    { label: 'TOP', timeS: 0.21 },
    { label: 'STRIKE', timeS: 0.4612 },
  ],
};
const PROCESSORS = Object.keys(PROCESSOR_CODES) as Processor[];
const code = (work: () => unknown): string => {
  try {
    work();
    return 'none';
  } catch (error) {
    return (error as { name: string; message: string }).name === 'InputError'
      ? (error as Error).message
      : `crash ${String(error)}`;
  }
};

describe('C3D in every order and form', () => {
  test.each(PROCESSORS.flatMap((p) => [true, false].map((floats) => [p, floats] as const)))(
    '%s, floats %s: what is written is read',
    (processor, floats) => {
      const file = readC3d(writeC3d(original, { processor, floats }).buffer);
      expect(file.processor).toBe(processor);
      expect(file).toMatchObject({
        pointRateHz: 240,
        frames: FRAMES,
        pointUnits: 'mm',
        analogRateHz: 960,
        pointLabels: original.pointLabels,
        analogLabels: original.analogLabels,
        analogUnits: original.analogUnits,
      });
      const step = floats ? 1e-3 : 0.2;
      original.points.forEach((point, i) =>
        point.forEach((p, f) => {
          const q = file.points[i]![f];
          if (p === null) expect(q).toBeNull();
          else p.forEach((v, k) => expect(Math.abs(must(q)[k]! - v)).toBeLessThan(step));
        }),
      );
      original.analog.forEach((c, i) =>
        c.forEach((v, k) => expect(Math.abs(file.analog[i]![k]! - v)).toBeLessThan(floats ? 1e-3 : 0.02)),
      );
      expect(file.events.map((e) => e.label)).toEqual(['TOP', 'STRIKE']);
      file.events.forEach((e, i) => expect(e.timeS).toBeCloseTo(original.events[i]!.timeS, 5));
    },
  );
  test('points alone, analog alone', () => {
    const points = readC3d(writeC3d({ ...original, analogLabels: [], analogUnits: [], analog: [] }).buffer);
    expect(points.analog).toEqual([]);
    expect(points.points).toHaveLength(3);
    const analog = readC3d(writeC3d({ ...original, pointLabels: [], points: [] }).buffer);
    expect(analog.points).toEqual([]);
    expect(analog.analog[1]).toHaveLength(FRAMES * 4);
  });
});

describe('bad files give a message, never a crash', () => {
  const good = writeC3d(original);
  test('cut anywhere', () => {
    // What is missing of the padding of the last block is no loss.
    for (let at = 0; at < good.length - 512; at += 97)
      expect(code(() => readC3d(good.slice(0, at).buffer))).toMatch(/cut off|no C3D|empty|larger than|beyond its end/);
  });
  test('counts that lie', () => {
    const lie = (at: number, value: number): ArrayBuffer => {
      const bytes = good.slice();
      new DataView(bytes.buffer).setInt16(at, value, true);
      return bytes.buffer;
    };
    expect(code(() => readC3d(lie(8, 30_000)))).toContain('one of them is wrong');
    expect(code(() => readC3d(lie(2, 3000)))).toContain('counts are wrong');
    expect(code(() => readC3d(lie(4, 7)))).toContain('do not divide');
    expect(code(() => readC3d(lie(16, 0)))).toMatch(/cut off|counts are wrong/);
  });
  test('any byte spoilt: read or refused, never thrown through', () => {
    for (let k = 0; k < 400; k++) {
      const bytes = good.slice();
      bytes[Math.floor(random.uniform() * 2000)] = Math.floor(random.uniform() * 256);
      expect(code(() => readC3d(bytes.buffer))).not.toContain('crash');
    }
  });
  test('something else', () => {
    expect(code(() => readC3d(new TextEncoder().encode('time_s,club_dps\n'.repeat(100)).buffer))).toContain('no C3D');
  });
});
