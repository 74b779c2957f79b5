import { dayOf } from '../../core/units/calendar-day.ts';
import { Router, type Response } from 'express';
import { notFound } from '../http/problem.ts';
import { calendarFile } from '../paper/calendar.ts';
import { calendarDays, handoutOf } from '../readings/paper.ts';
import type { LessonSheet } from '../../api/paper-types.ts';
import { seasonSchema } from '../../api/day-schemas.ts';
import { lessonSheet, seasonSheet } from '../readings/lesson-sheet.ts';
import { lessonBefore, lessonRow } from '../rows/lessons.ts';
import { tokenHash } from '../http/secrets.ts';
import { studentByLink } from '../rows/links.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { idParam, on, practiceOf, valid, type Services } from './context.ts';

/** The plan on paper and in a calendar. */
export function paperRoutes(services: Services): { signedIn: Router; open: Router } {
  const { db } = services;
  const signedIn = Router();
  const open = Router();
  const student = async (practiceId: string, id: string): Promise<StudentRow> => {
    const row = await studentRow(db, practiceId, id);
    if (!row) throw notFound('The student');
    return row;
  };
  const sendCalendar = async (res: Response<string>, practiceId: string, row: StudentRow): Promise<void> => {
    const file = calendarFile('Golf practice', await calendarDays(db, practiceId, row), new Date());
    res.type('text/calendar').attachment('practice.ics').send(file);
  };

  on(signedIn, 'GET /students/:id/handout', async (req, res) => {
    const row = await student(practiceOf(req), idParam(req));
    // What draws on paper is read when something is drawn: it is much, and few want it.
    const { handoutPdf } = await import('../paper/handout.ts');
    const pdf = await handoutPdf(await handoutOf(db, practiceOf(req), row));
    res.type('application/pdf').set('Content-Disposition', 'inline; filename="plan.pdf"').send(pdf);
  });
  on(signedIn, 'GET /students/:id/calendar', async (req, res) => {
    await sendCalendar(res, practiceOf(req), await student(practiceOf(req), idParam(req)));
  });
  on(open, 'GET /practice/:token/calendar', async (req, res) => {
    const link = await studentByLink(db, tokenHash(String(req.params.token)));
    if (!link) throw notFound('The practice link');
    await sendCalendar(res, link.practice_id, await student(link.practice_id, link.student_id));
  });
  const sheetOf = async (practiceId: string, lessonId: string): Promise<LessonSheet> => {
    const lesson = await lessonRow(db, practiceId, lessonId);
    if (!lesson) throw notFound('The lesson');
    return lessonSheet(services, practiceId, await student(practiceId, lesson.student_id), lesson);
  };
  const sendSheet = async (res: Response<Uint8Array>, sheet: LessonSheet): Promise<void> => {
    const { sheetPdf } = await import('../paper/sheet.ts');
    res
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="lesson-${dayOf(sheet.startsAt)}.pdf"`)
      .send(await sheetPdf(sheet));
  };
  /** The newest lesson behind a private link that has begun. */
  const newestOf = async (token: string): Promise<LessonSheet> => {
    const link = await studentByLink(db, tokenHash(token));
    if (!link) throw notFound('The practice link');
    const newest = await lessonBefore(db, link.practice_id, link.student_id, new Date());
    if (!newest) throw notFound('A lesson');
    return sheetOf(link.practice_id, newest.id);
  };
  on(signedIn, 'GET /lessons/:id/sheet', async (req, res) => {
    res.json(await sheetOf(practiceOf(req), idParam(req)));
  });
  on(signedIn, 'GET /lessons/:id/sheet/pdf', async (req, res) => {
    await sendSheet(res, await sheetOf(practiceOf(req), idParam(req)));
  });
  on(signedIn, 'GET /students/:id/season', async (req, res) => {
    const { from, to } = valid(seasonSchema, req.query);
    const row = await student(practiceOf(req), idParam(req));
    res.json(await seasonSheet(services, practiceOf(req), row, from, to));
  });
  on(open, 'GET /practice/:token/sheet', async (req, res) => {
    res.json(await newestOf(String(req.params.token)));
  });
  on(open, 'GET /practice/:token/sheet/pdf', async (req, res) => {
    await sendSheet(res, await newestOf(String(req.params.token)));
  });
  return { signedIn, open };
}
