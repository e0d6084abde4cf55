import { existsSync } from 'node:fs';
import { constants } from 'node:zlib';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import session from 'express-session';
import packedFiles from 'express-static-gzip';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { ApiError, errorHandler } from './errors.ts';
import { OWN_HOSTS, refuseOtherHosts, refuseOtherOrigins, userFrom } from './guards.ts';
import { register } from './routes/register.ts';
import { ROUTES } from './routes/table.ts';
import type { AppOptions } from './options.ts';
import { SESSION_MS, sessionStore } from './store/sessions.ts';

/** Builds the whole app; opens no port. */
export function createApp(options: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  // Nothing of a workshop is kept by a cache, so no answer needs its digest; files have their own.
  app.disable('etag');
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
  const knowsSession = session({
    store: sessionStore(options.deps.sequelize, options.cleansSessions),
    secret: options.sessionSecret,
    name: 'mokume',
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: options.beyondLoopback, maxAge: SESSION_MS },
  });
  app.use(
    '/api',
    // A large workshop is packed as quickly as it is read: tighter packing takes longer than it saves on a network at home.
    compression({ brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 1 } } }),
    refuseOtherOrigins,
    // What is answered here is of somebody's workshop: no shared cache keeps it.
    (_req, res, next) => {
      res.set('cache-control', 'private, no-store');
      next();
    },
    express.json({ limit: '1mb' }),
    // A client's answer comes from a plain form.
    express.urlencoded({ extended: false, limit: '20kb' }),
    knowsSession,
    register(ROUTES, options),
    () => {
      throw new ApiError('NOT_FOUND');
    },
  );
  if (options.webRoot !== null) serveWeb(app, options.webRoot, knowsSession);
  app.use(errorHandler(options.deps.log));
  return app;
}

function serveWeb(app: Express, root: string, knowsSession: RequestHandler): void {
  if (!existsSync(root)) throw new Error(`The web client is not built: ${root} is missing. Run npm run build.`);
  app.use(compression());
  const forEver = { immutable: true, maxAge: '1y', fallthrough: false };
  // Packed when it was built; who cannot unpack that is sent it packed as it goes.
  app.use('/assets', packedFiles(`${root}/assets`, { enableBrotli: true, index: false, serveStatic: forEver }));
  app.use(express.static(root, { index: false }));
  app.get('/{*path}', viewAhead(knowsSession), (_req, res) =>
    res.set('cache-control', 'no-cache').sendFile('index.html', { root }),
  );
}

/**
 * Has the browser ask for the workshop while it still fetches the page's scripts (a preload, RFC 8288 and the HTML standard). Only for
 * somebody who may read it: what is refused ahead would be taken for the answer once they have signed in.
 */
const viewAhead =
  (knowsSession: RequestHandler): RequestHandler =>
  (req, res, next) =>
    knowsSession(req, res, () => {
      // The page itself comes also while the database is away.
      const asked = userFrom(req).catch(() => null);
      void asked.then((user) => {
        if (user && !user.mustChangePassword) res.set('link', '</api/view>; rel=preload; as=fetch; crossorigin');
        next();
      });
    });
