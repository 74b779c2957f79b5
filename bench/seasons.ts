import type { Random } from '../core/numeric/random.ts';
import { reviewGain, type ReviewSession } from '../core/review/review.ts';
import { settled } from '../core/review/settle.ts';
import { mphToMps } from '../core/units/units.ts';

/**
 * Seasons of made-up students, to try the review rule on. Nothing here comes from the rule's own model: days are heavy-tailed
 * or wander, swings have mishits, sessions come at uneven times, speeds run from 55 to 125 mph.
 */
export interface SeasonPlan {
  readonly baseline: number;
  readonly since: number;
  /** Gain at the c-th session since the change, mph. */
  readonly gainMph: (c: number) => number;
  /** Every baseline session lies this many day SDs off. */
  readonly baselineOffSds?: number;
  /** Sessions at the old place after the 5th since. */
  readonly oldPlace?: number;
}

interface Student {
  readonly speedMph: number;
  readonly daySdMph: number;
  readonly swingSdMph: number;
  readonly rho: number;
}

const DAY_MS = 86_400_000;

export function drawStudent(random: Random): Student {
  const speedMph = 55 + 70 * random.uniform();
  return {
    speedMph,
    daySdMph: speedMph * (0.005 + 0.02 * random.uniform() * random.uniform() + 0.004 * Math.abs(random.normal())),
    swingSdMph: speedMph * (0.012 + 0.016 * random.uniform()),
    rho: 0.6 * random.uniform(),
  };
}

/** One season, session by session. */
export function drawSeason(student: Student, plan: SeasonPlan, random: Random): ReviewSession[] {
  const { speedMph, daySdMph, swingSdMph, rho } = student;
  let day = random.normal();
  let time = Date.UTC(2030, 0, 1);
  const session = (level: number, oldPlace: boolean): ReviewSession => {
    day = rho * day + Math.sqrt(1 - rho * rho) * random.normal();
    time += Math.round(6 + 6 * random.uniform()) * DAY_MS;
    const today = level + daySdMph * day;
    const swings = 4 + random.below(12);
    const speedsMps = Array.from({ length: swings }, () => {
      const mishit = random.uniform() < 0.06 ? -Math.abs(random.normal()) * 0.05 * speedMph : 0;
      return mphToMps(Math.max(20, today + swingSdMph * random.normal() + mishit));
    });
    return { date: new Date(time).toISOString(), condition: '', speedsMps, oldPlace };
  };
  const off = (plan.baselineOffSds ?? 0) * daySdMph;
  const sessions = Array.from({ length: plan.baseline }, () => session(speedMph + off, false));
  for (let c = 1; c <= plan.since; c++) {
    sessions.push(session(speedMph + plan.gainMph(c), false));
    if (c === 5) for (let k = 0; k < (plan.oldPlace ?? 0); k++) sessions.push(session(speedMph, true));
  }
  return sessions;
}

export interface SeasonOutcome {
  readonly gainedAt: number | null;
  readonly lostAt: number | null;
  readonly notch: boolean;
}

/** What an instructor is told over a season that is looked at after every session since the change. */
export function playSeason(sessions: readonly ReviewSession[], baseline: number): SeasonOutcome {
  const { course, notches } = reviewGain(sessions, { baselineSessions: baseline });
  const first = (verdict: string): number | null => course.find((c) => c.verdict === verdict)?.sessionsSince ?? null;
  return { gainedAt: first('gained'), lostAt: first('lost'), notch: notches.length > 0 };
}

export interface SeasonFigures {
  readonly n: number;
  readonly gained: number;
  readonly lost: number;
  readonly notch: number;
  /** Share gained by this session since the change. */
  readonly gainedBy: (session: number) => number;
}

export function seasonFigures(plan: SeasonPlan, n: number, random: Random): SeasonFigures {
  const outcomes = Array.from({ length: n }, () =>
    playSeason(drawSeason(drawStudent(random), plan, random), plan.baseline),
  );
  const share = (of: (o: SeasonOutcome) => boolean): number => outcomes.filter(of).length / n;
  return {
    n,
    gained: share((o) => o.gainedAt !== null),
    lost: share((o) => o.lostAt !== null),
    notch: share((o) => o.notch),
    gainedBy: (session) => share((o) => o.gainedAt !== null && o.gainedAt <= session),
  };
}

/** Sessions to settle against what then happens: of the answers with a number, how many had a verdict by then. */
export function settleFigures(n: number, random: Random): { asked: number; numbered: number; right: number } {
  let asked = 0;
  let numbered = 0;
  let right = 0;
  for (let i = 0; i < n; i++) {
    const student = drawStudent(random);
    const gain = student.speedMph * 0.05 * random.normal();
    const sessions = drawSeason(student, { baseline: 3, since: 28, gainMph: () => gain }, random);
    const r = reviewGain(sessions.slice(0, 7), { baselineSessions: 3 });
    if (r.verdict !== 'cannot-say') continue;
    asked++;
    const wanted = settled(r).sessions;
    if (wanted === null) continue;
    numbered++;
    const { course } = reviewGain(sessions.slice(0, 7 + wanted), { baselineSessions: 3 });
    if (course.slice(4).some((c) => c.verdict !== 'cannot-say')) right++;
  }
  return { asked, numbered, right };
}
