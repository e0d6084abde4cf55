import { type NextFunction, type Request, type RequestHandler, type Response, Router } from 'express';
import rateLimit from 'express-rate-limit';
import multer from 'multer';
import type { AppOptions } from '../options.ts';
import { ApiError } from '../errors.ts';
import { actorFrom, userFrom } from '../guards.ts';
import type { Access, Call, Route } from './route.ts';

const MOST_BYTES = 15 * 1024 * 1024;
const LONGEST_ID = 200;
const CHECK = { abortEarly: false, stripUnknown: true } as const;

/** Registers every route of the table: who calls is asked first, then what is sent is checked, then one service runs. */
export function register(routes: readonly Route[], options: AppOptions): Router {
  const router = Router();
  const guard = guarded();
  const upload = multer({ storage: multer.memoryStorage(), limits: { fileSize: MOST_BYTES, files: 1, fields: 4 } });
  for (const r of routes) {
    const before: RequestHandler[] = r.isGuarded ? [guard] : [];
    // Who sends a picture is asked before a byte of it is read.
    if (r.takesPhoto) before.push(asked(r.access), upload.single('photo'));
    router[r.method](r.path, ...before, (req, res) => handle(r, options, req, res));
  }
  return router;
}

async function handle(r: Route, options: AppOptions, req: Request, res: Response): Promise<void> {
  const { user, actor } = await authorise(r.access, req);
  const body: unknown = r.body ? await r.body.validate(req.body ?? {}, CHECK) : null;
  const id = String(req.params['id'] ?? '').slice(0, LONGEST_ID);
  const call: Call = { options, deps: options.deps, actor, user: user!, id, body, req, res };
  const answer = await r.run(call);
  if (typeof r.answer !== 'string') res.status(r.status ?? 200).json(answer);
}

/** @throws {ApiError} SIGN_IN_NEEDED, PASSWORD_CHANGE_NEEDED or OWNER_ONLY */
async function authorise(access: Access, req: Request) {
  const user = await userFrom(req);
  if (access === 'anyone') return { user, actor: null };
  if (!user) throw new ApiError('SIGN_IN_NEEDED');
  if (access === 'signed-in') return { user, actor: null };
  if (user.mustChangePassword) throw new ApiError('PASSWORD_CHANGE_NEEDED');
  if (access === 'owner' && user.role !== 'owner') throw new ApiError('OWNER_ONLY');
  return { user, actor: actorFrom(user, req) };
}

const asked =
  (access: Access): RequestHandler =>
  async (req: Request, _res: Response, next: NextFunction) => {
    await authorise(access, req);
    next();
  };

const guarded = () =>
  rateLimit({
    windowMs: 60_000,
    limit: 20,
    standardHeaders: true,
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    handler: (_req, _res, next) => next(new ApiError('TOO_MANY')),
  });
