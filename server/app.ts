import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { accountRoutes, openAccountRoutes, requireSignIn } from './routes/accounts.ts';
import { audited } from './routes/audited.ts';
import { joinRoutes, peopleRoutes } from './routes/people.ts';
import { ownAccountRoutes } from './routes/own-account.ts';
import { recordRoutes } from './routes/records.ts';
import { setupRestoreRoutes } from './routes/setup-restore.ts';
import { Backups } from './backup/keep-backups.ts';
import { backupRoutes } from './routes/backups.ts';
import { beliefRoutes } from './routes/beliefs.ts';
import { blockRoutes } from './routes/blocks.ts';
import { captureRoutes } from './routes/captures.ts';
import { shotImportRoutes } from './routes/shot-imports.ts';
import type { ContentStore } from './content/content-store.ts';
import type { Db } from './db/connection.ts';
import { diagnosisRoutes } from './routes/diagnosis.ts';
import type { Bus } from './live/bus.ts';
import { FeedHub } from './live/hub.ts';
import { deviceRoutes, feedRoutes } from './routes/feed.ts';
import type { Services } from './routes/context.ts';
import { jsonBody } from './routes/json-body.ts';
import { Traffic } from './http/traffic.ts';
import { Problem, problemHandler, unknownRoute } from './http/problem.ts';
import { lessonRoutes } from './routes/lessons.ts';
import { bodyRoutes } from './routes/body.ts';
import { drillRoutes } from './routes/drills.ts';
import { photoRoutes } from './routes/photos.ts';
import { paperRoutes } from './routes/paper.ts';
import { planRoutes } from './routes/plans.ts';
import { programmeRoutes } from './routes/programmes.ts';
import { protocolRoutes } from './routes/protocols.ts';
import { calledRoutes } from './routes/called.ts';
import { trialRoutes } from './routes/trials.ts';
import { practiceRoutes } from './routes/practice.ts';
import { shotRoutes } from './routes/shots.ts';
import { storageRoutes } from './routes/storage.ts';
import { studentRoutes } from './routes/students.ts';
import { swingRoutes } from './routes/swings.ts';
import { swishRoutes } from './routes/swish.ts';
import { appointmentRoutes } from './routes/appointments.ts';
import { removalRoutes } from './routes/removals.ts';
import { todayRoutes } from './routes/today.ts';
import { videoRoutes } from './routes/videos.ts';
import type { Work } from './work/work.ts';

export interface AppOptions {
  readonly db: Db;
  readonly log: Logger;
  readonly work: Work;
  /** Where several processes serve one database: what each tells the others. */
  readonly bus?: Bus;
  /** Original files. */
  readonly content: ContentStore;
  /** Folder of the built web application; without it only the API is served. */
  readonly webFolder?: string;
  /** Beside the original files where it is not given. */
  readonly backups?: Services['backups'];
  readonly onFeedKey?: Services['onFeedKey'];
  readonly setupCode?: string;
  readonly reach?: Services['reach'];
  /** A proxy stands before the program: what it says of the client and of HTTPS is believed. */
  readonly behindProxy?: boolean;
}

/** Writes from a page of another origin are refused; programs on this machine send no Origin. */
const sameOriginWrites: RequestHandler = (req, _res, next) => {
  const origin = req.headers.origin;
  if (req.method !== 'GET' && req.method !== 'HEAD') {
    const site = req.headers['sec-fetch-site'];
    const foreign = (origin !== undefined && URL.canParse(origin) ? new URL(origin).host : origin) !== req.host;
    if ((origin !== undefined && foreign) || (site !== undefined && site !== 'same-origin' && site !== 'none')) {
      throw new Problem(403, 'foreign-origin', 'Writes are only taken from this application’s own pages.');
    }
  }
  next();
};

/** The whole server on one port: API under /api, the built web application for all other addresses. */
export function createApp(options: AppOptions): { app: Express; services: Services } {
  const services: Services = {
    db: options.db,
    hub: new FeedHub(options.bus),
    log: options.log,
    work: options.work,
    content: options.content,
    backups: options.backups ?? new Backups(options.db, options.content, options.content.folder),
    traffic: new Traffic(),
    reach: options.reach ?? (() => ({ addresses: [], isSecure: false })),
    setupCode: options.setupCode,
    onFeedKey: options.onFeedKey ?? (() => undefined),
  };
  const app = express();
  app.disable('x-powered-by');
  if (options.behindProxy) app.set('trust proxy', 1);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          connectSrc: ["'self'"],
          // The pose model runs as WebAssembly.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          mediaSrc: ["'self'", 'blob:'],
          workerSrc: ["'self'", 'blob:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  // Private links hold a token in their path: addresses are not logged.
  app.use(
    pinoHttp({
      logger: options.log,
      serializers: {
        req: (r: { method: string }) => ({ method: r.method }),
        res: (r: { statusCode: number }) => ({ statusCode: r.statusCode }),
      },
    }),
  );
  app.use('/api', sameOriginWrites);

  const api = express.Router();
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  api.use(services.traffic.count);
  const json = jsonBody(services.db);
  // Only what needs no sign-in is read before it; the routes with a limit of their own read their bodies themselves.
  api.use('/', setupRestoreRoutes(services));
  api.use(['/setup', '/session', '/feed', '/practice', '/join'], json);
  api.use('/', openAccountRoutes(services));
  api.use('/', feedRoutes(services));
  const paper = paperRoutes(services);
  api.use('/', paper.open);
  api.use('/', practiceRoutes(services));
  api.use('/', joinRoutes(services));
  api.use(requireSignIn(services));
  api.use(audited(services));
  api.use('/', captureRoutes(services));
  api.use('/', shotImportRoutes(services));
  api.use('/', videoRoutes(services));
  api.use('/', recordRoutes(services));
  api.use(json);
  api.use('/', accountRoutes(services));
  api.use('/', ownAccountRoutes(services));
  api.use('/', peopleRoutes(services));
  api.use('/', beliefRoutes(services));
  api.use('/', appointmentRoutes(services));
  api.use('/', removalRoutes(services));
  api.use('/', todayRoutes(services));
  api.use('/', studentRoutes(services));
  api.use('/', photoRoutes(services));
  api.use('/', lessonRoutes(services));
  api.use('/', blockRoutes(services));
  api.use('/', shotRoutes(services));
  api.use('/', swingRoutes(services));
  api.use('/', swishRoutes(services));
  api.use('/', deviceRoutes(services));
  api.use('/', diagnosisRoutes(services));
  api.use('/', drillRoutes(services));
  api.use('/', planRoutes(services));
  api.use('/', paper.signedIn);
  api.use('/', programmeRoutes(services));
  api.use('/', protocolRoutes(services));
  api.use('/', trialRoutes(services));
  api.use('/', calledRoutes(services));
  api.use('/', bodyRoutes(services));
  api.use('/', storageRoutes(services));
  api.use('/', backupRoutes(services));
  api.use(unknownRoute);
  app.use('/api', api);

  const { webFolder } = options;
  if (webFolder && existsSync(webFolder)) {
    // Installed from a practice page, the page opens at its own link again.
    app.get('/practice/:token/manifest.webmanifest', (req, res) => {
      const scope = `/practice/${encodeURIComponent(req.params.token)}`;
      res.type('application/manifest+json').json({
        name: 'Maple Notch practice',
        short_name: 'Practice',
        start_url: scope,
        scope,
        display: 'standalone',
        background_color: '#FBF7F0',
        theme_color: '#FBF7F0',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      });
    });
    app.use('/assets', express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '365d', index: false }));
    app.use(express.static(webFolder, { index: false }));
    app.get('/{*path}', (_req, res) => {
      res.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'));
    });
  }
  app.use(problemHandler(options.log));
  return { app, services };
}
