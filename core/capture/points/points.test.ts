import { tuple } from '../../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { symmetricEigen } from '../../numeric/eigen.ts';
import { guessAxes, handOfPoints } from './guess-axes.ts';
import { length, mainDirection, planeNormal, rotationBetween, spansPlane, type Vec3 } from './rigid.ts';
import { axesFit, chestLabels, guessRoles, sideOf } from './roles.ts';
import { clusterTurn, towardBody } from './segments-from-points.ts';

const number = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
const vector = (most: number) => fc.tuple(number(most), number(most), number(most));

/** Rotates by a rotation vector (Rodrigues). */
function rotated(v: Vec3, r: Vec3): Vec3 {
  const angle = length(r);
  if (angle < 1e-12) return v;
  const [x, y, z] = tuple(
    3,
    r.map((c) => c / angle),
  );
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const along = x * v[0]! + y * v[1]! + z * v[2]!;
  const across: Vec3 = [y * v[2]! - z * v[1]!, z * v[0]! - x * v[2]!, x * v[1]! - y * v[0]!];
  return [0, 1, 2].map((i) => v[i]! * c + across[i]! * s + [x, y, z][i]! * along * (1 - c)) as unknown as Vec3;
}
const CLUSTER: readonly Vec3[] = [
  [0.12, 0.1, 0],
  [-0.12, 0.1, 0],
  [0.05, -0.1, 0.02],
  [-0.05, -0.1, 0.02],
];

describe('rigid clusters', () => {
  test('any rotation and shift of a cluster is found again', () => {
    fc.assert(
      fc.property(vector(1.6), vector(3), (turn, shift) => {
        const moved = CLUSTER.map((p) => rotated(p, turn).map((v, i) => v + shift[i]!) as unknown as Vec3);
        const found = rotationBetween(CLUSTER, moved);
        found.forEach((v, i) => expect(v).toBeCloseTo(turn[i]!, 6));
      }),
    );
  });
  test('a line of points spans no plane, three others do', () => {
    expect(spansPlane(CLUSTER)).toBe(true);
    expect(spansPlane(CLUSTER.slice(0, 2))).toBe(false);
    expect(spansPlane([0, 1, 2].map((k): Vec3 => [k, 2 * k, -k]))).toBe(false);
  });
  test('the main direction and the normal of a plane are found', () => {
    const main = mainDirection([
      [1, 1, 0],
      [-2, -2, 0.01],
      [3, 3, 0],
    ]);
    expect(Math.abs(main[0])).toBeCloseTo(Math.SQRT1_2, 2);
    const normal = planeNormal(
      Array.from({ length: 20 }, (_, i): Vec3 => [Math.cos(i), Math.sin(i), 0.5 * Math.sin(i)]),
      [0, 0, 1],
    );
    expect(normal[2]).toBeGreaterThan(0);
    expect(0.5 * normal[2] + normal[1]).toBeCloseTo(0, 9);
  });
  test('eigenvectors of a symmetric matrix stand square and give it back', () => {
    fc.assert(
      fc.property(vector(5), vector(5), ([a, b, c], [d, e, f]) => {
        const m = [
          [a, b, c],
          [b, d, e],
          [c, e, f],
        ];
        const { values, vectors } = symmetricEigen(m);
        for (let i = 0; i < 3; i++)
          for (let j = 0; j < 3; j++) {
            const back = values.reduce((s, v, k) => s + v * vectors[k]![i]! * vectors[k]![j]!, 0);
            expect(back).toBeCloseTo(m[i]![j]!, 8);
          }
        expect(values[0]).toBeGreaterThanOrEqual(values[2]!);
      }),
    );
  });
  test.each([
    ['four points', CLUSTER],
    ['two points, by their line from above', CLUSTER.slice(0, 2)],
  ])('turn of %s: back is negative, and a point that is lost now and then changes nothing', (_, cluster) => {
    const time = Array.from({ length: 60 }, (_, i) => i / 100);
    const turn = time.map((t) => (t < 0.1 ? 0 : -1.2 * (t - 0.1)));
    const labels = cluster.map((_, k) => `p${k}`);
    // Turning back carries the lead side toward the ball: x toward y.
    const points = Object.fromEntries(labels.map((l, k) => [l, turn.map((a) => rotated(cluster[k]!, [0, 0, -a]))]));
    clusterTurn(points, labels, time).forEach((a, i) => expect(a).toBeCloseTo(turn[i]!, 6));
    if (cluster.length < 4) return;
    const holed = { ...points, p2: points.p2!.map((p, i) => (i % 7 === 3 ? null : p)) };
    clusterTurn(holed, labels, time).forEach((a, i) => expect(a).toBeCloseTo(turn[i]!, 6));
  });
});

describe('names and axes', () => {
  const LAB = [
    'LASI',
    'RASI',
    'LPSI',
    'RPSI',
    'C7',
    'T10',
    'CLAV',
    'STRN',
    'LSHO',
    'RSHO',
    'LWRA',
    'LWRB',
    'RWRA',
    'LFIN',
  ];
  const CLUB = ['Club_Grip', 'Club_Head_Toe', 'Club_Head_Heel'];
  test('usual short names of a laboratory are understood', () => {
    const roles = guessRoles([...LAB, ...CLUB], 'right');
    expect(roles).toMatchObject({
      hips: ['LASI', 'RASI', 'LPSI', 'RPSI'],
      leadShoulder: ['LSHO'],
      leadHand: ['LWRA', 'LWRB'],
      grip: ['Club_Grip'],
      clubHead: ['Club_Head_Toe', 'Club_Head_Heel'],
    });
    expect(roles.chest).toEqual(expect.arrayContaining(['C7', 'T10', 'CLAV', 'STRN', 'RSHO']));
    expect(chestLabels(roles)).toEqual(expect.arrayContaining(['C7', 'LSHO', 'RSHO']));
    const taken = Object.values(roles).flat();
    expect(new Set(taken).size).toBe(taken.length);
  });
  test('a head beside a named club head is the player’s; alone it is the club’s', () => {
    expect(guessRoles(['HEAD', 'CLUBHEAD', 'GRIP'], 'right')).toEqual({ clubHead: ['CLUBHEAD'], grip: ['GRIP'] });
    expect(guessRoles(['head', 'hand'], 'right').clubHead).toEqual(['head']);
  });
  test('which hand plays is seen from the flight of the head past the sides, or not said', () => {
    const still = (label: string, place: Vec3) => ({ label, places: [place, place, place] });
    const body = [still('LSHO', [0.2, 0, 1.4]), still('RSHO', [-0.2, 0, 1.4])];
    const head = (dx: number, dy: number) => ({
      label: 'CLUBHEAD',
      places: [0, 1, 2].map((i): Vec3 => [i * dx, i * dy, 0]),
    });
    expect(handOfPoints([...body, head(0.4, 0.1)])).toBe('right');
    expect(handOfPoints([...body, head(-0.4, 0.1)])).toBe('left');
    expect(handOfPoints([...body, head(0.05, 0.4)])).toBeUndefined();
    expect(handOfPoints([still('C7', [0, 0, 1]), head(1, 0)])).toBeUndefined();
  });
  test('a left-hander leads with the right', () => {
    const roles = guessRoles([...LAB, ...CLUB], 'left');
    expect(roles).toMatchObject({ leadShoulder: ['RSHO'], leadHand: ['RWRA'] });
    expect(sideOf('RASI', 'left')).toBe('lead');
    expect(sideOf('Left Hip', 'left')).toBe('trail');
    expect(sideOf('Sternum', 'left')).toBeUndefined();
  });
  test('words in any case and with a subject’s name before them', () => {
    expect(
      guessRoles(['Player1:LeftShoulder', 'Player1:leftWrist', 'pelvis_front', 'pelvisBack', 'clubhead'], 'right'),
    ).toMatchObject({
      hips: ['pelvis_front', 'pelvisBack'],
      leadShoulder: ['Player1:LeftShoulder'],
      leadHand: ['Player1:leftWrist'],
      clubHead: ['clubhead'],
    });
  });
  test('a laboratory’s axes follow from a standing body, and a body that says nothing leaves the usual ones', () => {
    const at = (label: string, place: Vec3) => ({ label, places: [place] });
    const body = [
      at('LASI', [0, 0.2, 0.9]),
      at('RASI', [0, -0.2, 0.9]),
      at('LSHO', [0.1, 0.2, 1.4]),
      at('RSHO', [0.1, -0.2, 1.4]),
    ];
    const roles = guessRoles(
      body.map((p) => p.label),
      'right',
    );
    expect(guessAxes(body, roles, 'right')).toEqual({ towardTarget: '+y', up: '+z' });
    expect(guessAxes(body, roles, 'left')).toEqual({ towardTarget: '-y', up: '+z' });
    expect(guessAxes([], {}, 'right')).toEqual({ towardTarget: '+x', up: '+z' });
  });
  test('body axes: the ball lies in front of the player, for either hand', () => {
    const axes = { towardTarget: '+x', up: '+z' } as const;
    // Target along x, up along z: in right-handed axes a right-hander faces −y, a left-hander +y.
    expect(towardBody(axes, 'right')([1, -2, 3])).toEqual([1, 2, 3]);
    expect(towardBody(axes, 'left')([1, 2, 3])).toEqual([1, 2, 3]);
    expect(axesFit({ towardTarget: '+x', up: '-x' })).toBe(false);
    expect(() => towardBody({ towardTarget: '+x', up: '-x' }, 'right')).toThrow(/two different axes/);
  });
});
