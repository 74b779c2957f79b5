import { Router, type Response } from 'express';
import { notFound } from '../http/problem.ts';
import { calendarFile } from '../paper/calendar.ts';
import { handoutPdf } from '../paper/handout.ts';
import { calendarDays, handoutOf } from '../readings/paper.ts';
import { tokenHash } from '../http/secrets.ts';
import { studentByLink } from '../rows/links.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { idParam, on, practiceOf, type Services } from './context.ts';

/** The plan on paper and in a calendar. */
export function paperRoutes({ db }: Services): { signedIn: Router; open: Router } {
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
  return { signedIn, open };
}
