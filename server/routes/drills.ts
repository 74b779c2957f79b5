import { Router } from 'express';
import { favouriteSchema, ownDrillSchema } from '../../api/drill-schemas.ts';
import type { ShelfAnswer } from '../../api/drill-types.ts';
import { compileOwnDrill, ownDrillId } from '../../core/catalogue/own-drill.ts';
import { knowDrills } from '../../core/catalogue/drills.ts';
import { InputError } from '../../core/errors/input-error.ts';
import { beginRemoval } from '../records/removals.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addVersion, favouritesOf, ownDrillVersions, setFavourite } from '../rows/own-drills.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';

/** Own drills with their versions, and favourites. */
export function drillRoutes({ db }: Services): Router {
  const router = Router();

  on(router, 'GET /drills', async (req, res) => {
    const { practiceId, instructorId } = whoIs(req);
    const answer: ShelfAnswer = {
      own: await ownDrillVersions(db, practiceId),
      favourites: await favouritesOf(db, practiceId, instructorId),
    };
    res.json(answer);
  });

  /** Writes a drill or its next version; what it loads and how hard it is follows from what it asks. */
  on(router, 'PUT /drills/:id', async (req, res) => {
    const { practiceId, name } = whoIs(req);
    const id = idParam(req);
    const said = valid(ownDrillSchema, req.body);
    try {
      compileOwnDrill(ownDrillId(id, 1), said);
    } catch (error) {
      if (error instanceof InputError) throw new Problem(422, 'bad-field', error.message, error.where);
      throw error;
    }
    const version = await db.transaction((tx) => addVersion(tx, practiceId, id, said, name));
    if (version === undefined) throw notFound('The drill');
    knowDrills([compileOwnDrill(ownDrillId(id, version), said)]);
    res.json({ drillId: ownDrillId(id, version), version });
  });

  /** Takes a drill off the shelf; plans that use it keep it. */
  on(router, 'DELETE /drills/:id', async (req, res) => {
    const { practiceId, name } = whoIs(req);
    const about = idParam(req);
    await db.transaction(async (tx) => {
      if ((await addVersion(tx, practiceId, about, null, name)) === undefined) throw notFound('The drill');
      const what = 'a drill of our own';
      await beginRemoval(tx, { practiceId, studentId: null, lessonId: null, kind: 'drill', about, what, by: name });
    });
    res.status(204).end();
  });

  on(router, 'PUT /favourites', async (req, res) => {
    const { drill, favourite } = valid(favouriteSchema, req.body);
    await setFavourite(db, practiceOf(req), whoIs(req).instructorId, drill, favourite);
    res.status(204).end();
  });
  return router;
}
