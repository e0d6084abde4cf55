import { existsSync } from 'node:fs';
import compression from 'compression';
import connectSessions from 'connect-session-sequelize';
import express, { type Express } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { ApiError, errorHandler } from './errors.ts';
import type { Events } from './events.ts';
import { refuseOtherOrigins } from './guards.ts';
import { photoRoutes } from './routes/photos.ts';
import { sessionRoutes } from './routes/session.ts';
import { shopRoutes } from './routes/shop.ts';
import { workRoutes } from './routes/work.ts';
import type { Deps } from './services/commands.ts';

export type AppOptions = {
  readonly deps: Deps;
  readonly events: Events;
  readonly sessionSecret: string;
  /** Cookies only over HTTPS, and the demo not without a changed password: set for the local network. */
  readonly beyondLoopback: boolean;
  /** Folder of the built web client; null: API only. */
  readonly webRoot: string | null;
  readonly addressQr: string | null;
};

const WEEK_MS = 7 * 24 * 3_600_000;

/** Builds the whole app; opens no port. */
export function createApp(options: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        directives: {
          'upgrade-insecure-requests': null,
          'style-src': ["'self'", "'unsafe-inline'"],
          'worker-src': ["'self'", 'blob:'],
        },
      },
    }),
  );
  app.use(pinoHttp({ logger: options.deps.log, autoLogging: false }));
  app.use(compression());
  const Store = connectSessions(session.Store);
  const store = new Store({ db: options.deps.sequelize, checkExpirationInterval: 0, expiration: WEEK_MS });
  app.use(
    '/api',
    refuseOtherOrigins,
    express.json({ limit: '1mb' }),
    session({
      store,
      secret: options.sessionSecret,
      name: 'mokume',
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: 'lax', secure: options.beyondLoopback, maxAge: WEEK_MS },
    }),
    sessionRoutes(options),
    workRoutes(options),
    photoRoutes(options),
    shopRoutes(options),
    () => {
      throw new ApiError('NOT_FOUND');
    },
  );
  if (options.webRoot !== null) serveWeb(app, options.webRoot);
  app.use(errorHandler(options.deps.log));
  return app;
}

function serveWeb(app: Express, root: string): void {
  if (!existsSync(root)) throw new Error(`The web client is not built: ${root} is missing. Run npm run build.`);
  app.use('/assets', express.static(`${root}/assets`, { immutable: true, maxAge: '1y' }));
  app.use(express.static(root, { index: false }));
  app.get('/{*path}', (_req, res) => res.set('cache-control', 'no-cache').sendFile('index.html', { root }));
}
