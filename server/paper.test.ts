import { today } from '../core/units/calendar-day.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { startRungOf } from '../core/catalogue/drill-rungs.ts';
import type { LessonSheet, SeasonSheet } from '../api/paper-types.ts';
import type { PrescribeAnswer } from '../api/types.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { addDays } from '../core/plan/calendar-days.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const TODAY = today();

async function planned(person: object = {}) {
  const studentId = await server.student({ name: 'Zażółć Łąka', handedness: 'left', ...person });
  const lessonId = await server.lesson(studentId);
  const drills = ['feet-together', 'loose-chain'].map((drillId) => ({
    id: uuid(),
    drillId,
    rung: startRungOf(drillById(drillId)!),
    cue: 'like a door',
    sets: 2,
    reps: 8,
    sessionsPerWeek: 3,
  }));
  const plan = { id: uuid(), target: 'tension', startsOn: TODAY, drills };
  const made = await server.call('post', `/lessons/${lessonId}/plan`, plan);
  return { studentId, made, lessonId };
}
const file = (path: string) =>
  server
    .call('get', path)
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    });
const unfolded = (text: string): string => text.replace(/\r\n[ \t]/g, '');

describe('the handout', () => {
  test('is a PDF of some pages with the fonts in it, and there is none without a plan', async () => {
    const { studentId } = await planned();
    const res = await file(`/students/${studentId}/handout`).expect(200);
    const pdf = res.body as Buffer;
    expect([res.type, pdf.subarray(0, 5).toString(), pdf.length > 8_000]).toEqual(['application/pdf', '%PDF-', true]);
    expect(pdf.toString('latin1')).toContain('/FontFile2');
    expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length).toBeGreaterThanOrEqual(1);
    const empty = await server.student({ name: 'No Plan' });
    await server.call('get', `/students/${empty}/handout`).expect(404);
  });
});

const pagesOf = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length;

describe('a lesson on one page', () => {
  test('holds what was decided, before and now in the chosen units, drills, week and cautions; its PDF is one page', async () => {
    const { studentId, lessonId: first } = await planned({ goalKind: 'gain' });
    const earlier = await server.block(first);
    await server.shots(earlier, [90, 91, 92]);
    const { plan } = (await server.call('get', `/lessons/${first}/prescribe`)).body as PrescribeAnswer;
    const lessonId = await server.lesson(studentId);
    const block = await server.block(lessonId);
    await server.shots(block, [94, 95, 96]);
    const decision = {
      id: uuid(),
      planDrillId: plan!.drills[0]!.id,
      chosen: 'change-cue',
      reason: '',
      cue: 'like a gate',
    };
    await server.call('post', `/lessons/${lessonId}/decisions`, decision).expect(201);
    await server.call('put', '/settings', { speedUnit: 'km/h' }).expect((r) => expect(r.status).toBeLessThan(300));
    const sheet = (await server.call('get', `/lessons/${lessonId}/sheet`).expect(200)).body as LessonSheet;
    expect(sheet.student).toBe('Zażółć Łąka');
    expect(sheet.changed.join(' ')).toMatch(/change the cue.*“like a gate”/);
    expect(sheet.beforeAfter).toHaveLength(1);
    expect(sheet.beforeAfter[0]!.now).toMatch(/^152\.9 km\/h \(3 swings/);
    expect(sheet.beforeAfter[0]!.before).toMatch(/^146\.5 km\/h/);
    expect(sheet.drills.length).toBeGreaterThan(0);
    expect(sheet.week).toHaveLength(7);
    expect(sheet.cautions.length).toBeGreaterThan(0);
    expect(sheet.referral).not.toBe('');
    const res = await file(`/lessons/${lessonId}/sheet/pdf`).expect(200);
    expect([res.type, pagesOf(res.body as Buffer)]).toEqual(['application/pdf', 1]);
    await server.call('put', '/settings', { speedUnit: 'mph' });
    const season = (await server.call('get', `/students/${studentId}/season?from=2020-01-01&to=${TODAY}`).expect(200))
      .body as SeasonSheet;
    expect(season.lessons).toBe(2);
    expect(season.sessions).toHaveLength(2);
    expect(season.targets.map((t) => t.name)).toHaveLength(1);
  });
  test('five drills still stand on one page', async () => {
    const { studentId, lessonId } = await planned();
    const { choices } = (await server.call('get', `/lessons/${lessonId}/prescribe`)).body as PrescribeAnswer;
    const drills = choices
      .filter((c) => c.closedBecause.length === 0)
      .slice(0, 5)
      .map((c) => ({
        id: uuid(),
        drillId: c.drillId,
        rung: startRungOf(drillById(c.drillId)!),
        cue: 'a',
        sets: 2,
        reps: 8,
        sessionsPerWeek: 1,
      }));
    await server.call('post', `/lessons/${lessonId}/plan`, { id: uuid(), target: 'tension', startsOn: TODAY, drills });
    expect(pagesOf((await file(`/lessons/${lessonId}/sheet/pdf`)).body as Buffer)).toBe(1);
    expect(studentId).not.toBe('');
  });
  test('the private link has it, an ended one and another practice have not; a lesson without a plan has a page too', async () => {
    const { studentId, lessonId } = await planned();
    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, { days: 30 })).body as {
      path: string;
    };
    const token = path.split('/').at(-1)!;
    const open = (to: string) => server.http.get(`/api/practice/${token}/${to}`);
    expect(((await open('sheet').expect(200)).body as LessonSheet).lessonId).toBe(lessonId);
    await open('sheet/pdf').expect(200).expect('content-type', /pdf/);
    await server.call('delete', `/students/${studentId}/practice-link`);
    await open('sheet').expect(404);
    const bare = await server.lesson(await server.student());
    const sheet = (await server.call('get', `/lessons/${bare}/sheet`).expect(200)).body as LessonSheet;
    expect([sheet.drills, sheet.target, sheet.verdict]).toEqual([
      [],
      null,
      expect.stringMatching(/No gain can be said yet/),
    ]);
    await server.call('get', `/students/${studentId}/season?from=2026-02-01&to=2026-01-01`).expect(422);
  });
});

describe('the calendar', () => {
  test('a plan’s week is written for six weeks, each day once, whole days, with ids that stay', async () => {
    const { studentId } = await planned();
    const read = async () => {
      const res = await server.call('get', `/students/${studentId}/calendar`).expect(200);
      expect(res.type).toBe('text/calendar');
      return unfolded(res.text);
    };
    const text = await read();
    const days = [...text.matchAll(/DTSTART;VALUE=DATE:(\d{8})/g)].map((m) => m[1]);
    expect(days).toHaveLength(18);
    expect(new Set(days).size).toBe(18);
    expect(text).toContain('Feet together\\, Loose chain');
    const ids = (t: string): string[] => [...t.matchAll(/UID:(.+)\r?\n/g)].map((m) => m[1]!);
    expect(ids(await read())).toEqual(ids(text));
    expect(text.startsWith('BEGIN:VCALENDAR')).toBe(true);
  });
  test('a programme takes the plan’s place, up to its event; the phone has it too, and another practice has nothing', async () => {
    const { studentId } = await planned();
    const eventOn = addDays(TODAY, 30);
    await server
      .call('post', `/students/${studentId}/programme`, {
        id: uuid(),
        startsOn: TODAY,
        eventOn,
        sessionsPerWeek: 3,
        weekdays: [0, 1, 2, 3, 4, 5, 6],
        lessons: { every: 'weekly', firstOn: addDays(TODAY, 2) },
      })
      .expect(201);
    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
    const text = unfolded((await server.http.get(`/api${path}/calendar`).expect(200)).text);
    expect(text).toContain('SUMMARY:Golf lesson');
    expect(text).toContain(`DTSTART;VALUE=DATE:${eventOn.replaceAll('-', '')}`);
    const other = await server.otherPractice();
    await server.call('get', `/students/${studentId}/calendar`, undefined, other).expect(404);
    await server.call('get', `/students/${studentId}/handout`, undefined, other).expect(404);
  });
  test('closed work goes into no calendar, and the handout says why', async () => {
    const { studentId } = await planned();
    const pain = { id: uuid(), part: 'wrist', kind: 'sharp', note: '' };
    await server.call('post', `/students/${studentId}/pains`, pain).expect(201);
    expect((await server.call('get', `/students/${studentId}/calendar`).expect(200)).text).not.toContain('VEVENT');
    await file(`/students/${studentId}/handout`).expect(200);
  });
});
