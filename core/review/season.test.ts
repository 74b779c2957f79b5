import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { median } from '../numeric/statistics.ts';
import { Season, mixtureQuantile } from './season.ts';
import { seededRandom } from '../numeric/random.ts';
import { sessionsToSettle } from './settle.ts';
import { sessionMeans } from './session-mean.ts';
import { chanceNeeded, chanceNeededForNotch, judge } from './verdict.ts';

interface Look {
  lesson: number;
  sessionsSinceChange: number;
  sessionMeans: number[];
  swingSd: number;
  gain: number;
  interval90: [number, number];
  intervalSeason: [number, number];
  chanceAbove: number;
  chanceBelow: number;
  need: number;
  needNotch: number;
  verdict: string;
  settle?: { chanceWithin: Record<string, number> };
  daySd: number;
  rho: number;
  chanceRamp: number;
}
interface Case {
  name: string;
  baselineSessions: number;
  oldPlaceAgain: number[];
  sessions: number[][];
  looks: Look[];
}
const SEASONS = JSON.parse(readFileSync(new URL('./fixtures/season-cases.json', import.meta.url), 'utf8')) as {
  cases: Case[];
};

describe.each(SEASONS.cases.map((c) => [c.name, c] as const))('reference season: %s', (_, c) => {
  test.each(c.looks.map((l) => [l.lesson, l] as const))('lesson %p', (lesson, look) => {
    const speeds = c.sessions.slice(0, lesson);
    const { means, spreadMps } = sessionMeans(speeds);
    const season = new Season(median(means.map((m) => m.meanMps)));
    means.forEach((m, i) => season.add({ ...m, old: i < c.baselineSessions || c.oldPlaceAgain.includes(i) }));
    const p = season.posterior();
    const j = judge(p, season.sessionsSinceChange, 1, 'gain');
    means.forEach((m, i) => expect(m.meanMps).toBeCloseTo(look.sessionMeans[i]!, 3));
    expect(spreadMps).toBeCloseTo(look.swingSd, 3);
    expect(season.sessionsSinceChange).toBe(look.sessionsSinceChange);
    const near = (value: number, wanted: number, within: number): void =>
      expect(Math.abs(value - wanted)).toBeLessThanOrEqual(within);
    near(p.gainMps, look.gain, 1e-3);
    for (const [k, q] of [0.05, 0.95].entries()) near(mixtureQuantile(p.parts, q), look.interval90[k]!, 1e-3);
    for (const [k, q] of [0.02, 0.98].entries()) near(mixtureQuantile(p.parts, q), look.intervalSeason[k]!, 1e-3);
    near(j.chanceAbove, look.chanceAbove, 1e-4);
    near(j.chanceBelow, look.chanceBelow, 1e-4);
    near(chanceNeeded(look.sessionsSinceChange), look.need, 1e-4);
    near(chanceNeededForNotch(look.sessionsSinceChange), look.needNotch, 1e-4);
    near(p.daySpreadMps, look.daySd, 1e-3);
    near(p.dayCorrelation, look.rho, 1e-3);
    near(p.chanceRamp, look.chanceRamp, 1e-3);
    expect(j.verdict).toBe(look.verdict);
  });
});

describe('sessions to settle against the reference', () => {
  const wanted = SEASONS.cases.flatMap((c) =>
    c.looks.flatMap((l) => (l.settle ? [[`${c.name}, lesson ${l.lesson}`, c, l, l.settle] as const] : [])),
  );
  test.each(wanted)('%s', (_, c, look, settle) => {
    const { means } = sessionMeans(c.sessions.slice(0, look.lesson));
    const answer = sessionsToSettle(
      {
        speedMps: median(means.map((m) => m.meanMps)),
        sessions: means.map((m, i) => ({ ...m, old: i < c.baselineSessions })),
        smallestMps: 1,
        goal: 'gain',
      },
      seededRandom('settle'),
      500,
    );
    // 500 draws against 600: two standard errors of the difference of two shares are 6 %.
    for (const [k, chance] of Object.entries(settle.chanceWithin))
      expect(Math.abs(answer.chanceWithin[Number(k) - 1]! - chance)).toBeLessThan(0.08);
  });
});

test('two sessions of one day share its level: the second adds little about the day', () => {
  const at = (meanMps: number, old: boolean, sameDay: boolean) => ({
    meanMps,
    varianceMps2: 0.01,
    swings: 9,
    old,
    sameDay,
  });
  const width = (sameDay: boolean): number => {
    const season = new Season(40);
    for (const s of [at(40, true, false), at(40.2, true, false), at(41, false, false), at(41, false, sameDay)])
      season.add(s);
    const { parts } = season.posterior();
    return mixtureQuantile(parts, 0.95) - mixtureQuantile(parts, 0.05);
  };
  expect(width(true)).toBeGreaterThan(width(false));
});
