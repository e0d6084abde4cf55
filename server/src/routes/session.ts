import { NewPassword, SignIn, StartOwn } from '@app/contract';
import { type Request, Router } from 'express';
import rateLimit from 'express-rate-limit';
import type { AppOptions } from '../app.ts';
import { ApiError } from '../errors.ts';
import { isLoopback } from '../guards.ts';
import { changePassword, signIn, startOwn } from '../services/accounts.ts';
import { UserRow, WorkshopRow } from '../store/models.ts';

/** Who is signed in: null, or the user with what they must do first. */
export function sessionRoutes(options: AppOptions): Router {
  const { deps } = options;
  const slow = rateLimit({
    windowMs: 60_000,
    limit: 20,
    standardHeaders: true,
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    handler: (_req, _res, next) => next(new ApiError('TOO_MANY')),
  });
  return Router()
    .get('/session', async (req, res) => {
      const user = req.session.userId === undefined ? null : await UserRow.findByPk(req.session.userId);
      res.json({
        user: user && { name: user.name, role: user.role, mustChangePassword: user.must_change_password },
        demoHere: isLoopback(req) && !options.beyondLoopback,
        addressQr: user ? options.addressQr : null,
      });
    })
    .post('/session', slow, async (req, res) => {
      const input = await SignIn.validate(req.body, { abortEarly: false });
      const user = await signIn(input.name, input.password);
      await refuseDemoBeyondLoopback(options, req, user);
      await remember(req, user);
      res.json({ ok: true });
    })
    .post('/session/demo', async (req, res) => {
      const demo = await WorkshopRow.findOne({ where: { is_demo: true } });
      const user = demo && (await UserRow.findOne({ where: { workshop_id: demo.id, role: 'owner' } }));
      if (!user || !isLoopback(req) || options.beyondLoopback) throw new ApiError('DEMO_NOT_HERE');
      await remember(req, user);
      res.json({ ok: true });
    })
    .delete('/session', async (req, res) => {
      await new Promise<void>((resolve) => {
        req.session.destroy(() => resolve());
      });
      res.clearCookie('mokume').json({ ok: true });
    })
    .post('/session/password', slow, async (req, res) => {
      const user = req.session.userId === undefined ? null : await UserRow.findByPk(req.session.userId);
      if (!user) throw new ApiError('SIGN_IN_NEEDED');
      const { password } = await NewPassword.validate(req.body, { abortEarly: false });
      await changePassword(user, password);
      res.json({ ok: true });
    })
    .post('/workshops', slow, async (req, res) => {
      const user = await startOwn(deps, await StartOwn.validate(req.body, { abortEarly: false }));
      await remember(req, user);
      res.status(201).json({ ok: true });
    });
}

/** The demo's printed sign-in works only on this computer, unless its password was changed. */
async function refuseDemoBeyondLoopback(options: AppOptions, req: Request, user: UserRow): Promise<void> {
  if (isLoopback(req) || options.beyondLoopback) return;
  const workshop = await WorkshopRow.findByPk(user.workshop_id);
  if (workshop?.is_demo) throw new ApiError('DEMO_NOT_HERE');
}

/** A fresh session id at sign-in, so that one planted before is worthless. */
async function remember(req: Request, user: UserRow): Promise<void> {
  await new Promise<void>((resolve, reject) => {
    req.session.regenerate((error: unknown) => (error ? reject(new Error('session', { cause: error })) : resolve()));
  });
  req.session.userId = user.id;
}
