import { tuple } from '../core/numeric/tuple.ts';
import { randomUUID } from 'node:crypto';
import { addDays, addWeeks, getDay, startOfDay } from 'date-fns';
import { startRungOf } from '../core/catalogue/drill-rungs.ts';
import { drillById } from '../core/catalogue/drills.ts';
import type { LadderMove } from '../core/plan/ladder.ts';
import { DemoClient } from './client.ts';
import { film } from './film.ts';
import { callAndHear } from './called.ts';
import { day, measure, MINUTE_MS } from './measure.ts';
import { STORIES } from './stories.ts';
import { tryOut } from './trial.ts';
import { goalMps, type LessonTruth, type Story } from './telling/story.ts';

const BOOKED_WEEKS = 4;

export const DEMO_SIGN_IN = { signIn: 'ferry', password: 'saltmarsh-ferry' };

/** First Saturday on or after the first day of spring (20 March), next to come. */
export function cupDay(today: Date): Date {
  const year =
    today.getMonth() > 2 || (today.getMonth() === 2 && today.getDate() > 20)
      ? today.getFullYear() + 1
      : today.getFullYear();
  const spring = new Date(year, 2, 20);
  return addDays(spring, (6 - getDay(spring) + 7) % 7);
}

interface PlanDrill {
  id: string;
  drillId: string;
  rung: string;
}

/** What goes on from lesson to lesson while a story is told. */
interface Thread {
  readonly client: DemoClient;
  readonly story: Story;
  readonly studentId: string;
  readonly today: Date;
  practicePath: string;
  drills: PlanDrill[];
}

const counts = (share: number, reps: number): { passed: number; reset: number } => {
  const passed = Math.round(share * reps);
  return { passed, reset: reps - passed };
};

/** Sets seen in the lesson, then the ladder's proposals, taken as they are. */
async function review(t: Thread, lessonId: string, lesson: LessonTruth, startsAt: Date): Promise<void> {
  if (t.drills.length === 0) return;
  const at = startsAt.toISOString();
  if (lesson.witnessed !== undefined) {
    for (const d of t.drills) {
      const reps = drillById(d.drillId)?.dose.reps ?? 8;
      await t.client.call('POST', `/lessons/${lessonId}/sets`, {
        id: randomUUID(),
        planDrillId: d.id,
        doneAt: at,
        ...counts(lesson.witnessed, reps * 2),
        swish: 'at',
        pain: false,
        painNote: '',
      });
    }
  }
  const { proposals } = await t.client.call<{ proposals: { planDrillId: string; move: LadderMove }[] }>(
    'GET',
    `/lessons/${lessonId}/review`,
  );
  for (const p of proposals) {
    const chosen = p.move === 'change-drill' || p.move === 'look-again' ? 'stay' : p.move;
    const { rungTo } = await t.client.call<{ rungTo: string }>('POST', `/lessons/${lessonId}/decisions`, {
      id: randomUUID(),
      planDrillId: p.planDrillId,
      chosen,
      reason: '',
      decidedAt: at,
    });
    const drill = t.drills.find((d) => d.id === p.planDrillId);
    if (drill) drill.rung = rungTo;
  }
}

/** Verdict and plan of a lesson, then the practice that followed it. */
async function prescribe(t: Thread, lessonId: string, lesson: LessonTruth, startsAt: Date): Promise<void> {
  if (!lesson.target) return;
  const decidedAt = new Date(startsAt.getTime() + 45 * MINUTE_MS).toISOString();
  const { root } = await t.client.call<{ root: string | null }>('GET', `/lessons/${lessonId}/ledger`);
  const reason =
    root === lesson.target ? '' : 'Seen lesson after lesson and felt by the student; it is what can be changed now.';
  await t.client.call('POST', `/lessons/${lessonId}/verdict`, {
    id: randomUUID(),
    target: lesson.target,
    reason,
    decidedAt,
  });
  if (!lesson.drills) return;
  const kept = new Map(t.drills.map((d) => [d.drillId, d.rung]));
  t.drills = lesson.drills.map((drillId) => {
    const drill = drillById(drillId);
    if (!drill) throw new Error(`No drill ${drillId}`);
    return { id: randomUUID(), drillId, rung: kept.get(drillId) ?? startRungOf(drill) };
  });
  await t.client.call('POST', `/lessons/${lessonId}/plan`, {
    id: randomUUID(),
    target: lesson.target,
    startsOn: day(startsAt),
    drills: t.drills.map((d) => {
      const drill = drillById(d.drillId);
      if (!drill) throw new Error(`No drill ${d.drillId}`);
      const { sets, reps, sessionsPerWeek } = drill.dose;
      return { ...d, cue: lesson.cue ?? drill.outsideCue, sets, reps, sessionsPerWeek };
    }),
  });
}

async function practise(t: Thread, lesson: LessonTruth, startsAt: Date): Promise<void> {
  for (const [i, share] of (lesson.practice ?? []).entries()) {
    const doneAt = addDays(startsAt, 1 + 2 * i);
    if (doneAt > t.today) continue;
    for (const d of t.drills) {
      const drill = drillById(d.drillId);
      if (!drill) continue;
      const pain = lesson.painOnDay === i && drill.id === 'light-fast';
      await t.client.call('POST', `${t.practicePath}/sets`, {
        id: randomUUID(),
        planDrillId: d.id,
        doneAt: doneAt.toISOString(),
        ...counts(share, drill.dose.sets * drill.dose.reps),
        swish: share >= 0.8 ? 'past' : share >= 0.65 ? 'at' : 'before',
        easeWithoutBall: Math.round(5 + 4 * share),
        easeWithBall: Math.round(3 + 5 * share),
        pain,
        ...(pain ? { painPart: 'lower back', painKind: 'dull' } : {}),
        painNote: pain ? 'gone after a minute' : '',
      });
    }
  }
}

async function tell(client: DemoClient, story: Story, today: Date): Promise<void> {
  const { goalSpeedMph: _goal, ...student } = story.student;
  const studentId = randomUUID();
  const record = {
    ...student,
    goalSpeedMps: goalMps(story),
    goalDate: day(cupDay(today)),
    guardianConsentOn: story.consent ? day(addDays(today, -160)) : null,
    clearedOn: null as string | null,
  };
  await client.call('PUT', `/students/${studentId}`, record);
  for (const s of story.sizes ?? []) {
    await client.call('POST', `/students/${studentId}/body-sizes`, {
      takenOn: day(addDays(today, -s.daysAgo)),
      heightM: s.heightM,
      massKg: s.massKg,
    });
  }
  const first = story.lessons[0]!;
  const s = story.screen;
  await client.call('POST', `/students/${studentId}/screens`, {
    id: randomUUID(),
    takenOn: day(addDays(today, -first.daysAgo)),
    trunkTurnLeadDeg: s.trunkLead,
    trunkTurnTrailDeg: s.trunkTrail,
    toeExtensionLeadDeg: s.toeLead,
    toeExtensionTrailDeg: s.toeTrail,
    balanceLeadS: s.balanceLead,
    balanceTrailS: s.balanceTrail,
    heelRaises: s.heelRaises,
  });
  const { path } = await client.call<{ path: string }>('POST', `/students/${studentId}/practice-link`);
  const thread: Thread = { client, story, studentId, today, practicePath: path, drills: [] };
  for (const [index, lesson] of story.lessons.entries()) {
    if (story.clearedDaysAgo !== undefined && lesson.daysAgo <= story.clearedDaysAgo && record.clearedOn === null) {
      record.clearedOn = day(addDays(today, -story.clearedDaysAgo));
      await client.call('PUT', `/students/${studentId}`, { ...record, painfulParts: [] });
    }
    const startsAt = new Date(
      startOfDay(addDays(today, -lesson.daysAgo)).getTime() + (10 * 60 + 7 * index) * MINUTE_MS,
    );
    const lessonId = randomUUID();
    await client.call('POST', `/students/${studentId}/lessons`, {
      id: lessonId,
      startsAt: startsAt.toISOString(),
      note: lesson.note ?? '',
    });
    await measure(client, story, lessonId, lesson, startsAt, index);
    await film(client, story.student.name, lessonId, index);
    await tryOut(client, story, lessonId, lesson, startsAt);
    await callAndHear(client, story, lessonId, lesson);
    await review(thread, lessonId, lesson, startsAt);
    await prescribe(thread, lessonId, lesson, startsAt);
    await practise(thread, lesson, startsAt);
  }
  if (story.todayAt) await bookFrom(client, studentId, story.todayAt, today);
}

/** Weekly lessons at a clock time from today on; today's is opened. */
async function bookFrom(client: DemoClient, studentId: string, at: string, today: Date): Promise<void> {
  const [hours, minutes] = tuple(2, at.split(':').map(Number));
  const id = randomUUID();
  await client.call('POST', '/appointments', {
    id,
    studentId,
    times: Array.from({ length: BOOKED_WEEKS }, (_, n) =>
      new Date(startOfDay(addWeeks(today, n)).getTime() + (hours * 60 + minutes) * MINUTE_MS).toISOString(),
    ),
    minutes: 45,
  });
  await client.call('POST', `/appointments/${id}/lesson`, { id: randomUUID() });
}

/** Days between the newest seeded lesson day and today, so that a demo kept overnight still has lessons today. */
async function addTodaysLessons(client: DemoClient, today: Date): Promise<void> {
  const { lessons } = await client.call<{ lessons: unknown[] }>('GET', '/today');
  if (lessons.length > 0) return;
  const { students } = await client.call<{ students: { id: string; name: string }[] }>('GET', '/students');
  for (const story of STORIES) {
    const student = students.find((s) => s.name === story.student.name);
    if (!student || !story.todayAt) continue;
    await bookFrom(client, student.id, story.todayAt, today);
  }
}

/**
 * Tells all stories through the API of a running application on an empty practice.
 * @returns false where a practice was there already; its data is kept
 */
export async function seedDemo(
  address: string,
  say: (line: string) => void,
  { stories = STORIES, setupCode = '' }: { stories?: readonly Story[]; setupCode?: string } = {},
): Promise<boolean> {
  const client = new DemoClient(address);
  const today = new Date();
  const { needsAccount } = await client.call<{ needsAccount: boolean }>('GET', '/setup');
  if (!needsAccount) {
    await client.call('POST', '/session', DEMO_SIGN_IN);
    await addTodaysLessons(client, today);
    return false;
  }
  say('Telling the demo stories …');
  await client.call('POST', '/setup', {
    practiceName: 'Saltmarsh Ferry winter speed clinic',
    name: 'Instructor at the ferry',
    ...DEMO_SIGN_IN,
    setupCode,
  });
  for (const story of stories) {
    await tell(client, story, today);
    say(`  ${story.student.name}`);
  }
  return true;
}
