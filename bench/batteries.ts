import { isolationTest } from '../core/catalogue/isolation-tests.ts';
import { limitReading } from '../core/battery/limit.ts';
import type { Random } from '../core/numeric/random.ts';

/** What each test leaves of legs, trunk and release in made-up players; each player's own figures lie around it. */
const TESTS: readonly (readonly [id: string, legs: number, trunk: number, release: number])[] = [
  ['kneeling', 0.12, 0.8, 0.95],
  ['feet-together', 0.5, 0.95, 0.98],
  ['half-way-down', 0.6, 0.35, 0.95],
  ['hands-apart', 0.95, 1, 0.6],
  ['trail-arm-only', 0.85, 0.85, 0.45],
  ['chest-still', 0.3, 0.15, 0.95],
  ['step-into-it', 1.05, 1, 1],
  ['no-ball', 1, 1, 1],
];

export interface BatteryFigures {
  readonly n: number;
  /** Share in which this class was named. */
  readonly right: number;
  /** Share in which another limit was named. */
  readonly wrong: number;
}

/** Whole batteries of made-up players with one part cut down by so much; `none` cuts nothing. */
export function batteryFigures(
  kind: 'none' | 'legs' | 'trunk' | 'release',
  cut: number,
  n: number,
  random: Random,
): BatteryFigures {
  let [right, wrong] = [0, 0];
  for (let i = 0; i < n; i++) {
    const around = (sd: number): number => Math.exp(sd * random.normal());
    const part = (of: number): number => of * (0.87 + 0.26 * random.uniform());
    const raw = [part(0.2), part(0.45), part(0.35)];
    const sum = raw.reduce((a, b) => a + b, 0);
    const parts = raw.map((p, k) => (p / sum) * (['legs', 'trunk', 'release'][k] === kind ? 1 - cut : 1));
    const speed = 70 + 40 * random.uniform();
    const learning = 0.02 + 0.02 * random.uniform();
    const swings = (share: number, count: number): number[] =>
      Array.from({ length: count }, () => speed * share * (1 + 0.02 * random.normal()));
    const full = parts.reduce((a, b) => a + b, 0);
    const day = -Math.abs(learning * random.normal());
    const tests = Object.fromEntries(
      TESTS.map(([id, ...left]) => {
        const test = isolationTest(id);
        const [lo, hi] = test?.typical ?? [1, 1];
        const sound = left.reduce((s, l, k) => s + l * [0.2, 0.45, 0.35][k]!, 0);
        const of = parts.reduce((s, p, k) => s + p * left[k]!, 0) / full;
        // Windows say where sound players lie; the parts say how a player differs from them.
        const share = (Math.sqrt(lo * hi) * of) / sound;
        return [id, swings(full * share * around(0.015) * (id === 'no-ball' ? 1 : 1 + day), 5)];
      }),
    );
    const { named } = limitReading(swings(full, 8), tests);
    if (named === (kind === 'none' ? null : kind)) right++;
    else if (named !== null) wrong++;
  }
  return { n, right: right / n, wrong: wrong / n };
}
