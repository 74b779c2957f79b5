import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CHECKPOINTS, type Checkpoint } from '../catalogue/stages.ts';
import { FORMULAS, type Formula, type Scene } from './formulas.ts';
import { POINT_NAMES, type PicturePoint, type Px } from './marks.ts';
import { MissingPoint } from './propagate.ts';

const POINTS = Object.keys(POINT_NAMES) as PicturePoint[];
type Marked = Readonly<Record<string, Px>>;
const keyOf = (at: Checkpoint, point: PicturePoint): string => `${at} ${point}`;

const sceneOf = (marked: Marked, toTarget: 1 | -1 = 1, toBall: 1 | -1 = 1): Scene => ({
  at(at, point) {
    const found = marked[keyOf(at, point)];
    if (!found) throw new MissingPoint(point);
    return found;
  },
  has: (at, point) => marked[keyOf(at, point)] !== undefined,
  toTarget,
  toBall,
});
const moved = (marked: Marked, how: (p: Px) => Px): Marked =>
  Object.fromEntries(Object.entries(marked).map(([k, p]) => [k, how(p)]));
const shown = (f: Formula): readonly Checkpoint[] => f.only ?? CHECKPOINTS;

/** A picture in which every point is marked at every checkpoint, somewhere. */
const anywhere = fc
  .infiniteStream(fc.record({ x: fc.integer({ min: 0, max: 2000 }), y: fc.integer({ min: 0, max: 1200 }) }))
  .map((stream): Marked => {
    const places = stream[Symbol.iterator]();
    return Object.fromEntries(CHECKPOINTS.flatMap((c) => POINTS.map((p) => [keyOf(c, p), places.next().value as Px])));
  });
/** Difference of two values, round angles as one. */
const apart = (f: Formula, a: number, b: number): number => {
  const d = Math.abs(a - b);
  return f.kind === 'angle' ? Math.min(d, Math.abs(d - 2 * Math.PI)) : d;
};
const runs = { numRuns: 40 };

describe('what is measured from the points of a picture', () => {
  test('property: a player seen from the other side, or the other hand, measures the same', () => {
    fc.assert(
      fc.property(anywhere, (marked) => {
        const [here, mirrored] = [
          sceneOf(marked),
          sceneOf(
            moved(marked, (p) => ({ x: 2000 - p.x, y: p.y })),
            -1,
            -1,
          ),
        ];
        for (const f of FORMULAS)
          for (const at of shown(f)) {
            const [a, b] = [f.of(here, at), f.of(mirrored, at)];
            if (Number.isFinite(a)) expect([f.id, apart(f, a, b) < 1e-6]).toEqual([f.id, true]);
          }
      }),
      runs,
    );
  });
  test('property: moved in the picture all stay; made larger, lengths grow with it and angles and shares stay', () => {
    fc.assert(
      fc.property(anywhere, fc.double({ min: 0.3, max: 4, noNaN: true }), (marked, scale) => {
        const here = sceneOf(marked);
        const there = sceneOf(moved(marked, (p) => ({ x: scale * p.x + 70, y: scale * p.y - 30 })));
        for (const f of FORMULAS)
          for (const at of shown(f)) {
            const [a, b] = [f.of(here, at), f.of(there, at)];
            const wanted = f.kind === 'length' ? scale * a : a;
            if (Number.isFinite(a))
              expect([f.id, apart(f, wanted, b) < 1e-5 * (1 + Math.abs(wanted))]).toEqual([f.id, true]);
          }
      }),
      runs,
    );
  });
  test('property: what is measured against set-up is nothing at set-up', () => {
    fc.assert(
      fc.property(anywhere, (marked) => {
        for (const f of FORMULAS.filter((x) => x.againstSetUp && !x.only))
          expect([f.id, f.of(sceneOf(marked), 'set-up')]).toEqual([f.id, expect.closeTo(0, 9)]);
      }),
      runs,
    );
  });
  test('a joint whose points lie on each other has no angle, from either side', () => {
    const knee = FORMULAS.find((f) => f.id === 'lead-knee')!;
    const leg: Marked = {
      'top leadHip': { x: 0, y: 9 },
      'top leadKnee': { x: 0, y: 9 },
      'top leadAnkle': { x: 5, y: 1 },
    };
    for (const flip of [1, -1])
      expect(knee.of(sceneOf(moved(leg, (p) => ({ x: flip * p.x, y: p.y }))), 'top')).toBeNaN();
  });
  test('a point that is not marked is named, and none is made up', () => {
    for (const f of FORMULAS) for (const at of shown(f)) expect(() => f.of(sceneOf({}), at)).toThrow(MissingPoint);
  });
  test('down the line one of a pair stands for both; face on both are needed', () => {
    const trunk: Marked = { 'top leadHip': { x: 500, y: 700 }, 'top leadShoulder': { x: 560, y: 400 } };
    const of = (id: string): Formula => FORMULAS.find((f) => f.id === id)!;
    expect(of('spine-tilt').of(sceneOf(trunk), 'top')).toBeCloseTo(Math.atan2(60, 300), 9);
    expect(() => of('side-bend').of(sceneOf(trunk), 'top')).toThrow(MissingPoint);
  });
});

describe('signs and words', () => {
  const value = (
    id: string,
    at: Checkpoint,
    points: Partial<Record<PicturePoint, Px>>,
    before: Partial<Record<PicturePoint, Px>> = {},
  ): { value: number; words: string } => {
    const of = (c: Checkpoint, list: object): [string, Px][] =>
      Object.entries(list).map(([p, px]) => [keyOf(c, p as PicturePoint), px as Px]);
    const f = FORMULAS.find((x) => x.id === id)!;
    const v = f.of(sceneOf(Object.fromEntries([...of('set-up', before), ...of(at, points)])), at);
    return { value: v, words: f.words[v >= 0 ? 0 : 1] };
  };
  test('a handle ahead of the head leans toward the target', () => {
    expect(value('shaft-lean', 'strike', { hands: { x: 120, y: 500 }, clubHead: { x: 100, y: 900 } })).toMatchObject({
      words: 'handle ahead',
    });
    expect(value('shaft-lean', 'strike', { hands: { x: 80, y: 500 }, clubHead: { x: 100, y: 900 } })).toMatchObject({
      words: 'handle behind',
    });
  });
  test('a head that rises or goes to the target says so', () => {
    expect(value('head-rise', 'top', { head: { x: 0, y: 180 } }, { head: { x: 0, y: 200 } })).toEqual({
      value: 20,
      words: 'up',
    });
    expect(value('head-shift', 'top', { head: { x: 30, y: 0 } }, { head: { x: 10, y: 0 } })).toEqual({
      value: 20,
      words: 'toward the target',
    });
  });
  test('straight joints bend by nothing, square ones by a right angle', () => {
    const arm = (elbow: Px): number =>
      value('lead-elbow', 'top', { leadShoulder: { x: 0, y: 0 }, leadElbow: elbow, hands: { x: 200, y: 0 } }).value;
    expect(arm({ x: 100, y: 0 })).toBeCloseTo(0, 9);
    expect(arm({ x: 100, y: 100 })).toBeCloseTo(Math.PI / 2, 9);
  });
  test('hips in the middle of the stance stand at a half', () => {
    const feet = { trailAnkle: { x: 100, y: 900 }, leadAnkle: { x: 300, y: 900 } };
    expect(
      value('hip-place', 'top', { leadHip: { x: 220, y: 600 }, trailHip: { x: 180, y: 600 } }, feet).value,
    ).toBeCloseTo(0.5, 9);
  });
});
