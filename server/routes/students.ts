import { today } from '../../core/units/calendar-day.ts';
import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { linkSchema } from '../../api/account-schemas.ts';
import {
  archiveSchema,
  bodySizeSchema,
  lessonSchema,
  screenSchema,
  studentListSchema,
  studentSchema,
} from '../../api/schemas.ts';
import { settingsSchema } from '../../api/settings-schemas.ts';
import type { LessonPage, StudentAnswer } from '../../api/types.ts';
import { newToken, tokenHash } from '../http/secrets.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { notFound } from '../http/problem.ts';
import { practiceRow } from '../rows/accounts.ts';
import { saveBodySize } from '../rows/body-sizes.ts';
import { insertLesson, lessonSummaries } from '../rows/lessons.ts';
import { insertLink, openLinks, withdrawLink, withdrawLinks } from '../rows/links.ts';
import { closuresOf } from '../readings/closures.ts';
import { courseOf } from '../readings/course.ts';
import { historyOf } from '../readings/thread.ts';
import { mayFilm } from '../readings/lesson-data.ts';
import { dropPhoto, photoTakenAt } from '../rows/photos.ts';
import { standingOf } from '../readings/standing.ts';
import { studentCards, studentsCsv } from '../readings/student-list.ts';
import { groupsOf } from '../rows/student-list.ts';
import { archiveStudent, insertScreen, saveStudent, screensOf, studentRow, studentToWire } from '../rows/students.ts';

const PAGE = 30;
/** Most students that one table or file holds. */
const MOST_IN_TABLE = 2000;

/** Students: list, edit, screens, lessons, private link. */
export function studentRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  const lessonPage = async (practiceId: string, studentId: string, offset: number): Promise<LessonPage> => {
    const lessons = await lessonSummaries(db, practiceId, studentId, { limit: PAGE + 1, offset });
    return { lessons: lessons.slice(0, PAGE), nextOffset: lessons.length > PAGE ? offset + PAGE : null };
  };

  on(router, 'GET /students', async (req, res) => {
    const practiceId = practiceOf(req);
    const page = await studentCards(services, practiceId, valid(studentListSchema, req.query), PAGE);
    res.json({ ...page, groups: await groupsOf(db, practiceId) });
  });

  on(router, 'GET /students.csv', async (req, res) => {
    const wanted = { ...valid(studentListSchema, req.query), offset: 0 };
    const practiceId = practiceOf(req);
    const { students } = await studentCards(services, practiceId, wanted, MOST_IN_TABLE);
    const { speedUnit } = settingsSchema.cast((await practiceRow(db, practiceId))?.settings ?? {});
    res.attachment('students.csv').type('text/csv').send(studentsCsv(students, speedUnit));
  });

  on(router, 'GET /students/:id/course', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await studentRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The student');
    res.json(await courseOf(services, practiceId, row));
  });

  on(router, 'PUT /students/:id/archived', async (req, res) => {
    const practiceId = practiceOf(req);
    const { archived } = valid(archiveSchema, req.body);
    if (!(await archiveStudent(db, practiceId, idParam(req), archived))) throw notFound('The student');
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });

  on(router, 'PUT /students/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const id = idParam(req);
    const input = valid(studentSchema, req.body);
    if (!(await saveStudent(db, practiceId, id, input))) throw notFound('The student');
    // A consent that is withdrawn takes the photo with it.
    const saved = await studentRow(db, practiceId, id);
    if (saved && !mayFilm(saved, new Date())) await dropPhoto(db, practiceId, id);
    if (input.heightM && input.massKg) {
      const takenOn = today();
      await saveBodySize(db, practiceId, id, { takenOn, heightM: input.heightM, massKg: input.massKg });
    }
    res.json({ id });
  });

  on(router, 'GET /students/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await studentRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The student');
    const answer: StudentAnswer = {
      student: studentToWire(row),
      archived: row.archived_at !== null,
      photoTakenAt: mayFilm(row, new Date()) ? await photoTakenAt(db, practiceId, row.id) : null,
      screens: await screensOf(db, practiceId, row.id),
      ...(await lessonPage(practiceId, row.id, 0)),
      stick: (await standingOf(services, practiceId, row)).stick,
      closures: await closuresOf(db, practiceId, row, new Date()),
      practiceLink: (await openLinks(db, practiceId, row.id))[0] ?? null,
    };
    res.json(answer);
  });

  on(router, 'GET /students/:id/lessons', async (req, res) => {
    const offset = Math.max(0, Number(req.query.offset) || 0);
    const answer: LessonPage = await lessonPage(practiceOf(req), idParam(req), offset);
    res.json(answer);
  });

  on(router, 'GET /students/:id/thread', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await studentRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The student');
    res.json(await historyOf(db, practiceId, row, new Date('9999-01-01T00:00:00Z')));
  });

  on(router, 'POST /students/:id/screens', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await studentRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The student');
    const input = valid(screenSchema, req.body);
    await insertScreen(db, practiceId, row.id, input);
    res.status(201).json({ id: input.id });
  });

  on(router, 'POST /students/:id/body-sizes', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await studentRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The student');
    const input = valid(bodySizeSchema, req.body);
    await saveBodySize(db, practiceId, row.id, { ...input, takenOn: input.takenOn ?? '' });
    res.status(201).json({ takenOn: input.takenOn ?? '' });
  });

  on(router, 'POST /students/:id/lessons', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await studentRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The student');
    const input = valid(lessonSchema, req.body);
    await insertLesson(db, practiceId, row.id, input);
    res.status(201).json({ id: input.id });
  });

  on(router, 'POST /students/:id/practice-link', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await studentRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The student');
    const { days } = valid(linkSchema, req.body);
    const token = newToken();
    await db.transaction(async (tx) => {
      await withdrawLinks(tx, practiceId, row.id);
      await insertLink(tx, practiceId, row.id, { id: randomUUID(), hash: tokenHash(token), days });
    });
    res.status(201).json({ path: `/practice/${token}` });
  });

  on(router, 'DELETE /students/:id/practice-link', async (req, res) => {
    await withdrawLinks(db, practiceOf(req), idParam(req));
    res.status(204).end();
  });

  on(router, 'GET /practice-links', async (req, res) => {
    res.json(await openLinks(db, practiceOf(req)));
  });

  on(router, 'DELETE /practice-links/:id', async (req, res) => {
    if (!(await withdrawLink(db, practiceOf(req), idParam(req)))) throw notFound('The link');
    res.status(204).end();
  });
  return router;
}
