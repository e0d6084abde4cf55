import { existsSync } from 'node:fs';
import compression from 'compression';
import express, { type Express } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { ApiError, errorHandler } from './errors.ts';
import { OWN_HOSTS, refuseOtherHosts, refuseOtherOrigins } from './guards.ts';
import { register } from './routes/register.ts';
import { ROUTES } from './routes/table.ts';
import type { AppOptions } from './options.ts';
import { SESSION_MS, sessionStore } from './store/sessions.ts';

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
  app.use(refuseOtherHosts(new Set([...OWN_HOSTS, ...options.hosts])));
  app.use(compression());
  const store = sessionStore(options.deps.sequelize, options.cleansSessions);
  app.use(
    '/api',
    refuseOtherOrigins,
    // What is answered here is of somebody's workshop: no shared cache keeps it.
    (_req, res, next) => {
      res.set('cache-control', 'private, no-store');
      next();
    },
    express.json({ limit: '1mb' }),
    // A client's answer comes from a plain form.
    express.urlencoded({ extended: false, limit: '20kb' }),
    session({
      store,
      secret: options.sessionSecret,
      name: 'mokume',
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: 'lax', secure: options.beyondLoopback, maxAge: SESSION_MS },
    }),
    register(ROUTES, options),
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
  app.use('/assets', express.static(`${root}/assets`, { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(express.static(root, { index: false }));
  app.get('/{*path}', (_req, res) => res.set('cache-control', 'no-cache').sendFile('index.html', { root }));
}
