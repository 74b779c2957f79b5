import { student90 } from '../numeric/student.ts';

/** One swing of a run: its step, its place in the run and what was measured. */
export interface RunSwing {
  readonly step: number;
  /** Place of the swing in the run, counted over all steps. */
  readonly index: number;
  readonly value: number;
}

/** A step against the first, with the drift over the run taken out. */
export interface AgainstFirst {
  readonly step: number;
  readonly swings: number;
  readonly difference: number;
  /** 90 %. */
  readonly interval: readonly [number, number];
}

/** Fewest swings of a step that are compared. */
const LEAST = 3;

/**
 * y = step + drift × place in the run + error, by least squares: the drift is told within the steps, where the condition
 * stands still. Each step's difference to the first has its 90 % interval with the drift's own doubt in it.
 * Empty where the first step has fewer than three swings; steps with fewer are left out. In the unit of the values.
 */
export function againstFirst(swings: readonly RunSwing[]): AgainstFirst[] {
  const byStep = new Map<number, RunSwing[]>();
  for (const s of swings) byStep.set(s.step, [...(byStep.get(s.step) ?? []), s]);
  const groups = [...byStep.entries()].filter(([, list]) => list.length >= LEAST).sort(([a], [b]) => a - b);
  const firstStep = Math.min(...byStep.keys());
  if (groups[0]?.[0] !== firstStep || groups.length < 2) return [];
  const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;
  const sums = groups.map(([step, list]) => {
    const t = mean(list.map((s) => s.index));
    const y = mean(list.map((s) => s.value));
    return {
      step,
      n: list.length,
      t,
      y,
      sxx: list.reduce((sum, s) => sum + (s.index - t) ** 2, 0),
      sxy: list.reduce((sum, s) => sum + (s.index - t) * (s.value - y), 0),
      list,
    };
  });
  const sxx = sums.reduce((a, g) => a + g.sxx, 0);
  const drift = sxx > 0 ? sums.reduce((a, g) => a + g.sxy, 0) / sxx : 0;
  const rss = sums.reduce(
    (sum, g) => sum + g.list.reduce((a, s) => a + (s.value - g.y - drift * (s.index - g.t)) ** 2, 0),
    0,
  );
  const total = sums.reduce((a, g) => a + g.n, 0);
  const freedom = total - sums.length - 1;
  if (freedom < 1) return [];
  const variance = rss / freedom;
  const t90 = student90(freedom);
  const first = sums[0]!;
  return sums.slice(1).map((g) => {
    const difference = g.y - first.y - drift * (g.t - first.t);
    const sd = Math.sqrt(variance * (1 / g.n + 1 / first.n + (g.t - first.t) ** 2 / sxx));
    return { step: g.step, swings: g.n, difference, interval: [difference - t90 * sd, difference + t90 * sd] };
  });
}
