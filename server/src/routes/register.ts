import { type NextFunction, type Request, type RequestHandler, type Response, Router } from 'express';
import rateLimit, { ipKeyGenerator } from 'express-rate-limit';
import multer from 'multer';
import type { AppOptions } from '../options.ts';
import { ApiError } from '../errors.ts';
import { actorFrom, userFrom } from '../guards.ts';
import { ReadyJson } from '../services/view.ts';
import { digestOf, readBody, refuseStrangeBodies } from './readBody.ts';
import type { Access, Call, Route } from './route.ts';

const MOST_BYTES = 15 * 1024 * 1024;
const LONGEST_ID = 200;

/** Registers every route of the table: who calls is asked first, then what is sent is checked, then one service runs. */
export function register(routes: readonly Route[], options: AppOptions): Router {
  const router = Router();
  const guards = [tries(TRIES_OF_ONE, byName), tries(TRIES_OF_ADDRESS, byAddress)];
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: MOST_BYTES, files: 1, fields: 10, fieldSize: 2000, fieldNameSize: 100, parts: 14 },
  });
  for (const r of routes) {
    const before: RequestHandler[] = r.isGuarded ? [...guards] : [];
    // Who sends a picture is asked before a byte of it is read.
    if (r.takesPhoto) before.push(asked(r.access), inParts(upload.single('photo')));
    before.push(refuseStrangeBodies);
    router[r.method](r.path, ...before, (req, res) => handle(r, options, req, res));
  }
  return router;
}

async function handle(r: Route, options: AppOptions, req: Request, res: Response): Promise<void> {
  const user = await authorise(r.access, req);
  const body: unknown = r.body ? await readBody(r.body, req.body ?? {}) : null;
  const id = String(req.params['id'] ?? '').slice(0, LONGEST_ID);
  const asksFor = digestOf(`${r.method} ${r.path}`, id, body, req.file?.buffer);
  const isActor = r.access === 'helper' || r.access === 'owner';
  const actor = isActor ? actorFrom(user!, req, asksFor) : null;
  const call: Call = { options, deps: options.deps, actor, user: user!, id, body, req, res };
  const answer = await r.run(call);
  if (typeof r.answer === 'string') return;
  res.status(r.status ?? 200);
  if (answer instanceof ReadyJson) res.type('json').send(answer.bytes);
  else res.json(answer);
}

/** @throws {ApiError} SIGN_IN_NEEDED, PASSWORD_CHANGE_NEEDED or OWNER_ONLY */
async function authorise(access: Access, req: Request) {
  const user = await userFrom(req);
  if (access === 'anyone') return user;
  if (!user) throw new ApiError('SIGN_IN_NEEDED');
  if (access === 'signed-in') return user;
  if (user.mustChangePassword) throw new ApiError('PASSWORD_CHANGE_NEEDED');
  if (access === 'owner' && user.role !== 'owner') throw new ApiError('OWNER_ONLY');
  return user;
}

const asked =
  (access: Access): RequestHandler =>
  async (req: Request, _res: Response, next: NextFunction) => {
    await authorise(access, req);
    next();
  };

/** Reads a body in parts; parts that cannot be read are the sender's fault, and what reads them does not say so. */
const inParts =
  (read: RequestHandler): RequestHandler =>
  (req, res, next) =>
    read(req, res, (error?: unknown) => {
      const isUnreadable = error instanceof Error && !(error instanceof multer.MulterError);
      next(isUnreadable ? new ApiError('BAD_REQUEST') : error);
    });

/** Wrong tries a minute: at one name from one address, and at all names from one address. */
const TRIES_OF_ONE = 10;
const TRIES_OF_ADDRESS = 60;

const byAddress = (req: Request) => ipKeyGenerator(req.ip ?? '');
/** Nobody is locked out by tries somebody else makes at their name from elsewhere. */
function byName(req: Request): string {
  const { name, signIn } = (req.body ?? {}) as { name?: unknown; signIn?: unknown };
  const given = typeof name === 'string' ? name : typeof signIn === 'string' ? signIn : (req.session.userId ?? '');
  return `${byAddress(req)} ${given.trim().toLowerCase().slice(0, 60)}`;
}

/** Counts tries that fail; after too many in a minute all are refused until it is over. */
const tries = (limit: number, keyGenerator: (req: Request) => string) =>
  rateLimit({
    windowMs: 60_000,
    limit,
    keyGenerator,
    standardHeaders: true,
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    handler: (_req, _res, next) => next(new ApiError('TOO_MANY')),
  });
