import { randomUUID } from 'node:crypto';
import { format } from 'date-fns';
import type { Circumstances } from '../api/measure-schemas.ts';
import type { LessonAnswer } from '../api/types.ts';
import { ISOLATION_TESTS, type IsolationTest } from '../core/catalogue/isolation-tests.ts';
import { seededRandom, type Random } from '../core/numeric/random.ts';
import { LIMITED_SHARES, shareOfSpeed, type LimitedKind } from '../stand-ins/range-monitor/hidden-shares.ts';
import type { DemoClient } from './client.ts';
import { groundFile, lessonRandom, motionFile, shotsFile, truePlayer } from './files.ts';
import { type LessonTruth, type Story } from './telling/story.ts';

export const MINUTE_MS = 60_000;
export const day = (date: Date): string => format(date, 'yyyy-MM-dd');

/** One lesson of a story while its measurements are made. */
interface Measuring {
  readonly client: DemoClient;
  readonly story: Story;
  readonly lesson: LessonTruth;
  readonly lessonId: string;
  readonly startsAt: Date;
  readonly random: Random;
}

/** The covered range in winter; its monitor gives carries for still air of 25 °C. */
const AT_THE_RANGE: Partial<Circumstances> = {
  device: 'range monitor (simulated)',
  ballKind: 'range ball',
  place: 'covered bay',
  slopeDeg: 0,
  carryNormalised: true,
};
const CLUBS: Readonly<Record<string, Partial<Circumstances>>> = {
  driver: { clubLoftDeg: 10.5, clubLengthM: 1.14 },
  iron: { clubLoftDeg: 30, clubLengthM: 0.95 },
};

const fileName = (m: Measuring, kind: string): string => `${kind}-${day(m.startsAt)}.csv`;

async function addBlock(m: Measuring, block: Record<string, unknown>, csv: string, name: string): Promise<string> {
  const id = randomUUID();
  const temperatureC = 6 + Math.round(8 * Math.abs(Math.sin(m.startsAt.getDate())));
  await m.client.call('POST', `/lessons/${m.lessonId}/blocks`, {
    id,
    withBall: true,
    condition: 'normal',
    cue: '',
    feel: '',
    effort: null,
    circumstances: { ...AT_THE_RANGE, temperatureC, ...CLUBS[String(block.club)] },
    ...block,
  });
  await m.client.call('POST', `/blocks/${id}/imports/shots?id=${randomUUID()}&name=${name}`, csv, 'text/csv');
  return id;
}

/** One swing after another with the effort called out beforehand, felt effort beside each. */
async function measureEfforts(m: Measuring, efforts: readonly (readonly [number, number])[]): Promise<void> {
  for (const [i, [effort, mph]] of efforts.entries()) {
    const blockId = await addBlock(
      m,
      { club: 'driver', effort },
      shotsFile(
        truePlayer(m.story, m.lesson, 'driver', mph),
        true,
        new Date(m.startsAt.getTime() + (30 + 6 * i) * MINUTE_MS),
        m.random,
      ),
      fileName(m, `effort-${effort}`),
    );
    const { blocks } = await m.client.call<LessonAnswer>('GET', `/lessons/${m.lessonId}`);
    for (const shot of blocks.find((b) => b.id === blockId)?.shots ?? []) {
      const feltEffort = Math.min(10, Math.max(1, effort + Math.round(0.7 * m.random.normal())));
      await m.client.call('PATCH', `/shots/${shot.id}`, { feltEffort });
    }
  }
}

/** The isolation tests, each answered from the player's hidden shares. */
async function measureBattery(m: Measuring, limitedBy: LimitedKind): Promise<void> {
  const shares = LIMITED_SHARES[limitedBy];
  const full = shareOfSpeed(shares, 'normal', true);
  const kit = m.story.student.kit;
  const possible = (t: IsolationTest): boolean => t.kit.every((k) => kit.includes(k));
  for (const [i, test] of ISOLATION_TESTS.filter(possible).entries()) {
    const share = shareOfSpeed(shares, test.condition, test.withBall, test.massShare) / full;
    const player = truePlayer(m.story, m.lesson, 'driver', m.lesson.driverMph * share);
    const at = new Date(m.startsAt.getTime() + (30 + 2 * i) * MINUTE_MS);
    const csv = shotsFile({ ...player, airGain: 0 }, test.withBall, at, m.random, test.swings);
    const club = test.massShare === undefined ? 'driver' : test.kit[0];
    await addBlock(
      m,
      { club, withBall: test.withBall, condition: test.condition },
      csv.replaceAll(',driver,', `,${club},`),
      fileName(m, test.id),
    );
  }
}

/** Set-up, blocks, captured swing and seen signs of one lesson. */
export async function measure(
  client: DemoClient,
  story: Story,
  lessonId: string,
  lesson: LessonTruth,
  startsAt: Date,
  index: number,
): Promise<void> {
  const random = lessonRandom(story, index);
  const m: Measuring = { client, story, lesson, lessonId, startsAt, random };
  const at = (minutes: number): Date => new Date(startsAt.getTime() + minutes * MINUTE_MS);
  const driver = truePlayer(story, lesson, 'driver', lesson.driverMph);
  if (lesson.setup) {
    const nothing = { gripHold: null, elbow: null, note: '' };
    await client.call('PUT', `/lessons/${lessonId}/setups`, {
      id: randomUUID(),
      club: 'driver',
      ...nothing,
      ...lesson.setup,
    });
  }
  const blockId = await addBlock(
    m,
    { club: 'driver', feel: lesson.feel ?? '', cue: index > 1 ? (lesson.cue ?? '') : '' },
    shotsFile(driver, true, at(8), random),
    fileName(m, 'driver'),
  );
  const capture = (kind: 'motion' | 'ground', name: string, text: string): Promise<{ id: string }> =>
    client.call(
      'POST',
      `/blocks/${blockId}/imports/${kind}?id=${randomUUID()}&name=${fileName(m, name)}`,
      text,
      'text/csv',
    );
  const motion = await capture('motion', 'swing', motionFile(story, lesson, random));
  if (lesson.ground) {
    const ground = await capture('ground', 'ground', groundFile(story, lesson, random));
    const parts = { motionId: motion.id, groundId: ground.id };
    await client.call('POST', `/blocks/${blockId}/swings`, { id: randomUUID(), ...parts });
    // Two more swings of the block from a stream of their own, so that the rest of the day stays as it is.
    const more = seededRandom(`${story.student.name} ${index} more swings`);
    for (const name of ['swing-2', 'swing-3']) {
      const repaired = (lesson.repaired ?? 0) + 0.12 * more.normal();
      await capture('motion', name, motionFile(story, { ...lesson, repaired }, more));
    }
  }
  if (lesson.airBlock) {
    await addBlock(
      m,
      { club: 'driver', withBall: false },
      shotsFile(driver, false, at(20), random),
      fileName(m, 'air'),
    );
  }
  if (lesson.ironBlock) {
    const iron = truePlayer(story, lesson, 'iron', lesson.driverMph);
    await addBlock(m, { club: 'iron' }, shotsFile(iron, true, at(26), random), fileName(m, 'iron'));
  }
  await measureEfforts(m, lesson.efforts ?? []);
  if (lesson.limitedBy) await measureBattery(m, lesson.limitedBy);
  for (const [sign, grade] of Object.entries(lesson.signs ?? {})) {
    await client.call('PUT', `/lessons/${lessonId}/signs/${sign}`, { id: randomUUID(), grade, note: '' });
  }
}
