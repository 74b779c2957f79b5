import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Response } from 'express';
import { erasureSchema, retentionSchema } from '../../api/account-schemas.ts';
import { notFound, Problem } from '../http/problem.ts';
import { eraseStudent, erasureOf } from '../records/erase-student.ts';
import { exportRecord } from '../records/export-record.ts';
import { importRecord } from '../records/import-record.ts';
import { auditPage } from '../rows/audit.ts';
import { erasuresOf, retentionOf, unseenStudents, updateRetention } from '../rows/retention.ts';
import { studentRow } from '../rows/students.ts';
import { jsonBody } from './json-body.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';

/** Largest record that is taken, bytes. */
const LARGEST_RECORD_BYTES = 16 * 1024 ** 3;

/** What the practice holds of people: taken away, brought in, erased, and who did so. */
export function recordRoutes(services: Services): Router {
  const { db, content, hub, backups } = services;
  const router = Router();

  /** Made beside the backups, sent, and gone. */
  const sendRecord = async (
    res: Pick<Response, 'download'>,
    practiceId: string,
    studentId: string | undefined,
    name: string,
  ): Promise<void> => {
    const file = join(backups.folder, `.export-${randomUUID()}`, 'record.zip');
    const drop = (): Promise<void> => rm(join(file, '..'), { recursive: true, force: true });
    try {
      await exportRecord(services, practiceId, studentId, file);
    } catch (error) {
      await drop();
      throw error;
    }
    res.download(file, name, { dotfiles: 'allow' }, () => void drop());
  };

  on(router, 'GET /students/:id/export', async (req, res) => {
    const practiceId = practiceOf(req);
    const student = await studentRow(db, practiceId, idParam(req));
    if (!student) throw notFound('The student');
    const safe = student.name
      .normalize('NFC')
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '');
    await sendRecord(res, practiceId, student.id, `record-${safe || 'student'}.zip`);
  });

  on(router, 'GET /export', async (req, res) => {
    await sendRecord(res, practiceOf(req), undefined, 'record-practice.zip');
  });

  on(router, 'POST /records', async (req, res) => {
    const practiceId = practiceOf(req);
    const name =
      typeof req.query.name === 'string' && req.query.name !== '' ? req.query.name.slice(0, 200) : 'The file';
    const part = await content.receive(req, name, LARGEST_RECORD_BYTES);
    try {
      const { students, files } = await importRecord(services, practiceId, part.file, name);
      hub.publish(practiceId, { kind: 'changed', lessonId: '' });
      res.status(201).json({ students: students.length, name: students[0]?.name ?? '', files: files.length });
    } finally {
      await content.dropPart(part.id);
    }
  });

  on(router, 'GET /students/:id/erasure', async (req, res) => {
    res.json(
      await erasureOf(db, practiceOf(req), idParam(req), { list: await backups.list(), keptDays: backups.keptDays }),
    );
  });

  on(router, 'DELETE /students/:id', ...jsonBody(db), async (req, res) => {
    const practiceId = practiceOf(req);
    const student = await studentRow(db, practiceId, idParam(req));
    if (!student) throw notFound('The student');
    const { name } = valid(erasureSchema, req.body);
    if (name.trim().normalize('NFC').toLowerCase() !== student.name.trim().normalize('NFC').toLowerCase())
      throw new Problem(
        422,
        'wrong-name',
        'Type the student’s name as it stands, so that nobody is erased by a slip.',
        'name',
      );
    const erased = await eraseStudent(services, practiceId, student.id);
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.json(erased);
  });

  on(router, 'GET /audit', async (req, res) => {
    const before = typeof req.query.before === 'string' && req.query.before !== '' ? req.query.before : undefined;
    if (before !== undefined && !Number.isFinite(Date.parse(before)))
      throw new Problem(422, 'bad-field', 'before must be a moment.', 'before');
    const student = typeof req.query.student === 'string' && /^[0-9a-f-]{36}$/i.test(req.query.student);
    res.json(
      await auditPage(db, practiceOf(req), { before, ...(student ? { studentId: String(req.query.student) } : {}) }),
    );
  });

  on(router, 'GET /retention', async (req, res) => {
    const practiceId = practiceOf(req);
    const retention = await retentionOf(db, practiceId);
    res.json({
      retention,
      unseen: retention.studentMonths === null ? [] : await unseenStudents(db, practiceId, retention.studentMonths),
      erasures: await erasuresOf(db, practiceId),
    });
  });

  on(router, 'PUT /retention', ...jsonBody(db), async (req, res) => {
    const retention = valid(retentionSchema, req.body);
    await updateRetention(db, practiceOf(req), retention);
    res.json(retention);
  });
  return router;
}
