import type { BlockWire } from '../../../api/types.ts';
import { clubName } from '../../../core/catalogue/heads.ts';

/** Swings that count in a comparison: with a club speed and not set aside. */
const FEWEST_SWINGS = 3;
const swings = (b: BlockWire): number =>
  b.shots.filter((s) => s.setAsideReason === null && s.values.clubSpeedMps !== undefined).length;

/** What was changed between two blocks of the same club, with or without the ball in both. */
const changes = (a: BlockWire, b: BlockWire): number =>
  Number(a.condition !== b.condition) +
  Number(a.cue !== b.cue) +
  Number(a.effort !== b.effort) +
  Number(a.oldPlace !== b.oldPlace) +
  Number(JSON.stringify(a.circumstances) !== JSON.stringify(b.circumstances));

const sameClub = (a: BlockWire, b: BlockWire): boolean =>
  clubName(a.club) === clubName(b.club) && a.withBall === b.withBall;

/**
 * The pair that is worth comparing first: the newest two blocks of today with the same club that differ in one thing; else the
 * newest of today and its like of an earlier lesson; else two of today that differ in more; else the last two.
 * @param today blocks of the lesson in order
 * @param earlier blocks of the lesson before, in order
 */
export function firstPair<B extends BlockWire>(
  today: readonly B[],
  earlier: readonly B[],
): readonly [B, B] | undefined {
  const enough = today.filter((b) => swings(b) >= FEWEST_SWINGS);
  const pairs = enough
    .flatMap((b, j) => enough.slice(0, j).map((a) => [a, b] as const))
    .filter(([a, b]) => sameClub(a, b))
    .reverse();
  const byOne = pairs.find(([a, b]) => changes(a, b) === 1);
  if (byOne) return byOne;
  for (const b of [...enough].reverse()) {
    const before = [...earlier]
      .reverse()
      .find((a) => sameClub(a, b) && a.condition === b.condition && swings(a) >= FEWEST_SWINGS);
    if (before) return [before, b];
  }
  const [a, b] = [today.at(-2) ?? earlier.at(-1), today.at(-1)];
  return pairs[0] ?? (a && b ? [a, b] : undefined);
}
