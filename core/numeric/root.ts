const { abs, max, min } = Math;

/**
 * Place of the greatest value of a smooth single-peaked f on [lo, hi]: a coarse grid finds the hill (several small ones do
 * not mislead it), golden sections climb it.
 * @param grid number of cells of the coarse search
 */
export function argMax(f: (x: number) => number, lo: number, hi: number, grid = 24, steps = 18): number {
  const width = (hi - lo) / grid;
  let best = lo;
  let top = -Infinity;
  for (let i = 0; i <= grid; i++) {
    const value = f(lo + i * width);
    if (value > top) [best, top] = [lo + i * width, value];
  }
  const ratio = 0.6180339887498949;
  let [a, b] = [max(lo, best - width), min(hi, best + width)];
  let x = b - ratio * (b - a);
  let y = a + ratio * (b - a);
  let [fx, fy] = [f(x), f(y)];
  for (let i = 0; i < steps; i++) {
    if (fx > fy) {
      [b, y, fy] = [y, x, fx];
      x = b - ratio * (b - a);
      fx = f(x);
    } else {
      [a, x, fx] = [x, y, fy];
      y = a + ratio * (b - a);
      fy = f(y);
    }
  }
  return (a + b) / 2;
}

/** Root of f near x0 by secant steps held inside [lo, hi]; undefined where it does not settle there. */
export function secant(
  f: (x: number) => number,
  x0: number,
  step: number,
  [lo, hi]: readonly [number, number],
): number | undefined {
  let [a, b] = [x0, min(hi, max(lo, x0 + step))];
  let [fa, fb] = [f(a), f(b)];
  for (let i = 0; i < 30; i++) {
    if (abs(fb) < 1e-10) return b;
    if (fb === fa) return undefined;
    const next = min(hi, max(lo, b - (fb * (b - a)) / (fb - fa)));
    if (abs(next - b) < 1e-12) return abs(fb) < 1e-6 ? b : undefined;
    [a, fa] = [b, fb];
    b = next;
    fb = f(b);
  }
  return undefined;
}

/** The place between lo and hi at which `beyond` turns from false to true, by halving to the given width. */
export function turningPoint(beyond: (x: number) => boolean, lo: number, hi: number, width: number): number {
  let [a, b] = [lo, hi];
  while (b - a > width) {
    const mid = (a + b) / 2;
    if (beyond(mid)) b = mid;
    else a = mid;
  }
  return (a + b) / 2;
}
