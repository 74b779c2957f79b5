import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { residualCutoffHz, zeroLagLowPass } from './filters.ts';
import { leastSquares } from './least-squares.ts';
import { localPolynomial } from './local-fit.ts';
import { seededRandom } from './random.ts';
import { bisect, mean, median, normalCdf, quantile, robustSpread, standardDeviation } from './statistics.ts';

describe('zero-lag low-pass', () => {
  const rate = 500;
  const sine = (hz: number): number[] =>
    Array.from({ length: 1000 }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));
  const power = (v: number[]): number => Math.sqrt(v.slice(200, 800).reduce((s, x) => s + x * x, 0) / 600);

  test('slow waves pass, fast ones do not, the cut-off is half power', () => {
    expect(power(zeroLagLowPass(sine(2), rate, 20)) / power(sine(2))).toBeCloseTo(1, 2);
    expect(power(zeroLagLowPass(sine(120), rate, 20)) / power(sine(120))).toBeLessThan(0.01);
    expect(power(zeroLagLowPass(sine(20), rate, 20)) / power(sine(20))).toBeCloseTo(Math.SQRT1_2, 1);
  });
  test('has no lag: a symmetric bump keeps its place', () => {
    const bump = Array.from({ length: 401 }, (_, i) => Math.exp(-(((i - 200) / 20) ** 2)));
    const smooth = zeroLagLowPass(bump, rate, 12);
    expect(smooth.indexOf(Math.max(...smooth))).toBe(200);
  });
  test('a straight line stays a straight line to its ends', () => {
    const line = Array.from({ length: 120 }, (_, i) => 3 + 0.5 * i);
    zeroLagLowPass(line, rate, 15).forEach((v, i) => expect(v).toBeCloseTo(line[i]!, 2));
  });
  test('a noisier curve is not given a higher cut-off', () => {
    const random = seededRandom(3);
    const clean = sine(4).map((v, i) => v + 0.3 * Math.sin((2 * Math.PI * 9 * i) / rate));
    const noisy = clean.map((v) => v + 0.4 * random.normal());
    const at = residualCutoffHz(noisy, rate, 5, 40);
    expect(at).toBeGreaterThanOrEqual(5);
    expect(at).toBeLessThan(30);
  });
});

describe('least squares', () => {
  test('finds the coefficients of exact data and their residual of nothing', () => {
    const rows = [1, 2, 3, 4, 5].map((x) => [1, x, x * x]);
    const fit = leastSquares(
      rows,
      rows.map(([a = 0, b = 0, c = 0]) => 2 * a - b + 0.5 * c),
    );
    [2, -1, 0.5].forEach((c, i) => expect(fit?.coefficients[i]).toBeCloseTo(c, 8));
    expect(fit?.residualSd).toBeCloseTo(0, 6);
  });
  test('says nothing where the rows do not determine it', () => {
    expect(
      leastSquares(
        [
          [1, 1],
          [2, 2],
          [3, 3],
        ],
        [1, 2, 3],
      ),
    ).toBeUndefined();
    expect(leastSquares([[1, 2]], [1])).toBeUndefined();
  });
  test('a local parabola gives value, slope and bend of a parabola', () => {
    const x = [-2, -1, 0, 1, 2, 3].map((v) => v / 10);
    const fit = localPolynomial(
      x,
      x.map((v) => 4 + 3 * v - 10 * v * v),
      0.1,
      2,
    );
    expect(fit?.value).toBeCloseTo(4.2, 8);
    expect(fit?.slope).toBeCloseTo(1, 8);
    expect(fit?.curvature).toBeCloseTo(-20, 6);
  });
  test('with the integral seen as well, the fit agrees with both', () => {
    const x = Array.from({ length: 21 }, (_, i) => (i - 10) / 100);
    const f = (v: number): number => 5 + 2 * v - 30 * v * v;
    const F = (v: number): number => 7 + 5 * v + v * v - 10 * v ** 3;
    const fit = localPolynomial(x, x.map(f), 0, 2, { values: x.map(F), integralSd: 0.01, valueSd: 0.1 });
    expect(fit?.value).toBeCloseTo(5, 6);
    expect(fit?.curvature).toBeCloseTo(-60, 4);
  });
});

describe('statistics', () => {
  test('quantiles, mean and spreads', () => {
    expect(median([3, 1, 2])).toBe(2);
    expect(quantile([0, 10], 0.25)).toBe(2.5);
    expect(mean([1, 2, 6])).toBe(3);
    expect(standardDeviation([2, 4])).toBeCloseTo(Math.SQRT2, 12);
    expect(standardDeviation([5])).toBe(0);
    expect(robustSpread([1, 2, 3, 4, 100])).toBeCloseTo(1.4826, 6);
  });
  test.each([
    [0, 0.5],
    [1, 0.8413447460685429],
    [-1.96, 0.024997895148220435],
    [3, 0.9986501019683699],
    [-5, 2.866515719235352e-7],
  ])('normal distribution at %d', (z, p) => expect(Math.abs(normalCdf(z) - p)).toBeLessThan(1e-12));
  test('the normal distribution rises and is symmetric', () => {
    fc.assert(
      fc.property(fc.double({ min: -8, max: 8, noNaN: true }), (z) => {
        expect(normalCdf(z) + normalCdf(-z)).toBeCloseTo(1, 12);
        expect(normalCdf(z + 0.01)).toBeGreaterThanOrEqual(normalCdf(z));
      }),
    );
  });
  test('bisection finds a root', () => expect(bisect((x) => x ** 3 - 2, 0, 2)).toBeCloseTo(Math.cbrt(2), 10));
});

describe('seeded random numbers', () => {
  test('equal seeds give equal streams, others do not', () => {
    const draw = (seed: number | string): number[] => {
      const r = seededRandom(seed);
      return Array.from({ length: 5 }, () => r.uniform());
    };
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
    expect(draw('a lesson')).not.toEqual(draw('another'));
  });
  test('uniform, normal and whole numbers have their moments', () => {
    const r = seededRandom(99);
    const n = 20000;
    const normal = Array.from({ length: n }, () => r.normal());
    expect(mean(normal)).toBeCloseTo(0, 1);
    expect(standardDeviation(normal)).toBeCloseTo(1, 1);
    const whole = Array.from({ length: n }, () => r.below(6));
    expect(Math.min(...whole)).toBe(0);
    expect(Math.max(...whole)).toBe(5);
    expect(mean(whole)).toBeCloseTo(2.5, 1);
  });
});
