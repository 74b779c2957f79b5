import { expect, test } from '@jest/globals';
import { FAULTS, faultById } from '../faults.ts';
import { lookAlikesOf, toldBy } from '../tell-apart.ts';
import { postureShapes } from './down-the-line.ts';
import { FAULT_FIGURES, type FaultPair } from './fault-figures.ts';
import { FIGURE_WIDTH, figureShapes, type Shape } from './shapes.ts';

const shapesOf = (pair: FaultPair, which: 'sound' | 'faulty', mirrored: boolean): Shape[] =>
  pair.view === 'face-on' ? figureShapes(pair[which], mirrored) : postureShapes(pair[which], mirrored);
const points = (shapes: Shape[]) => shapes.flatMap((s) => (s.kind === 'line' ? s.points : [s.at]));

test('every drawn fault is one of the catalogue, differs from the sound figure, and is mirrored for a left-hander', () => {
  for (const [id, pair] of Object.entries(FAULT_FIGURES)) {
    expect(faultById(id)).toBeDefined();
    const [sound, faulty] = [shapesOf(pair, 'sound', false), shapesOf(pair, 'faulty', false)];
    expect({ id, alike: JSON.stringify(sound) === JSON.stringify(faulty) }).toEqual({ id, alike: false });
    const left = points(shapesOf(pair, 'faulty', true));
    points(faulty).forEach(([x, y], i) => {
      expect(left[i]?.[0]).toBeCloseTo(FIGURE_WIDTH - x, 6);
      expect(left[i]?.[1]).toBeCloseTo(y, 6);
    });
  }
});

test('only what is heard, felt or seen in flight has no figure', () => {
  const none = FAULTS.filter((f) => !FAULT_FIGURES[f.id]).map((f) => f.id);
  expect(none).toEqual([
    'setup-grip',
    'path-out',
    'off-centre',
    'face-path',
    'early-swish',
    'face-not-closing',
    'ball-bound',
    'effort-over-speed',
    'one-sided',
    'called-not-done',
  ]);
});

test('a club at set-up and at strike reaches the ball down the line', () => {
  for (const id of ['setup-hands', 'early-extension']) {
    const pair = FAULT_FIGURES[id];
    if (pair?.view !== 'down-the-line') throw new Error(`${id} is drawn down the line`);
    const shapes = postureShapes(pair.sound, false);
    const club = shapes.find((s) => s.role === 'club');
    const ball = shapes.find((s) => s.role === 'ball');
    if (club?.kind !== 'line' || ball?.kind !== 'circle') throw new Error('club and ball are drawn');
    const tip = club.points.at(-1) ?? [0, 0];
    expect(Math.hypot(tip[0] - ball.at[0], tip[1] - ball.at[1])).toBeLessThan(9);
  }
});

test('look-alikes go both ways, and each is told by its own signs', () => {
  for (const f of FAULTS) {
    for (const other of lookAlikesOf(f.id, FAULTS)) expect(lookAlikesOf(other, FAULTS)).toContain(f.id);
    expect(toldBy(f.id).length).toBeGreaterThan(10);
  }
});
