import { Router, type Request } from 'express';
import { imageSize } from 'image-size';
import { photoSchema } from '../../api/schemas.ts';
import { notFound, Problem } from '../http/problem.ts';
import { checkConsent } from '../readings/consent.ts';
import { mayFilm } from '../readings/lesson-data.ts';
import { dropPhoto, keepPhoto, photoOf } from '../rows/photos.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';

/** Longest side of a photo, px: it is a face in a list, no portrait. */
const MOST_PX = 512;

/** @throws Problem where the bytes are no small JPEG */
function checkPicture(bytes: Buffer): void {
  const wrong = (found: string): never => {
    throw new Problem(
      422,
      'bad-request',
      `The photo must be a JPEG of at most ${MOST_PX} px a side; found ${found}.`,
      'jpeg',
    );
  };
  let size;
  try {
    size = imageSize(bytes);
  } catch {
    return wrong('something else');
  }
  if (size.type !== 'jpg') wrong(size.type ?? 'something else');
  if (size.width > MOST_PX || size.height > MOST_PX) wrong(`${size.width} × ${size.height} px`);
}

/** A student's photo: kept and shown only with consent. */
export function photoRoutes({ db, hub }: Services): Router {
  const router = Router();
  const student = async (req: Request): Promise<StudentRow> => {
    const row = await studentRow(db, practiceOf(req), idParam(req));
    if (!row) throw notFound('The student');
    return row;
  };
  on(router, 'GET /students/:id/photo', async (req, res) => {
    const row = await student(req);
    const jpeg = mayFilm(row, new Date()) ? await photoOf(db, practiceOf(req), row.id) : undefined;
    if (!jpeg) throw notFound('A photo');
    res.type('image/jpeg').send(jpeg);
  });
  on(router, 'PUT /students/:id/photo', async (req, res) => {
    const row = await student(req);
    checkConsent(row, 'No photo was stored.');
    const input = valid(photoSchema, req.body);
    checkPicture(Buffer.from(input.jpeg, 'base64'));
    await keepPhoto(db, practiceOf(req), row.id, input);
    hub.publish(practiceOf(req), { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });
  on(router, 'DELETE /students/:id/photo', async (req, res) => {
    await dropPhoto(db, practiceOf(req), (await student(req)).id);
    hub.publish(practiceOf(req), { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });
  return router;
}
