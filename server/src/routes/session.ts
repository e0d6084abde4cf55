import { NewPassword, OkSchema, SessionSchema, SignIn, StartOwn } from '@app/contract';
import type { Request } from 'express';
import type { AppOptions } from '../options.ts';
import { ApiError } from '../errors.ts';
import { isLoopback } from '../guards.ts';
import { changePassword, demoOwner, signIn, startOwn } from '../services/accounts.ts';
import type { User } from '../store/users.ts';
import { type Route, route } from './route.ts';

const OK = { ok: true };

/** Signing in and out, a new password, a workshop of one's own. */
export const SESSION_ROUTES: readonly Route[] = [
  route({
    method: 'get',
    path: '/session',
    access: 'anyone',
    owned: null,
    does: 'who is signed in, and what they must do first',
    body: null,
    answer: SessionSchema,
    run: async ({ user, req, options }) => ({
      user: user && { name: user.name, role: user.role, mustChangePassword: user.mustChangePassword },
      demoHere: isLoopback(req) && !options.beyondLoopback,
      addressQr: user ? options.addressQr : null,
      publicUrl: user ? options.publicUrl : null,
    }),
  }),
  route({
    method: 'post',
    path: '/session',
    access: 'anyone',
    owned: null,
    does: 'signs in',
    body: SignIn,
    answer: OkSchema,
    isGuarded: true,
    run: async ({ body, req, options }) => {
      const user = await signIn(body.name, body.password);
      await refuseDemoBeyondLoopback(options, req, user);
      return remember(req, user);
    },
  }),
  route({
    method: 'post',
    path: '/session/demo',
    access: 'anyone',
    owned: null,
    does: 'looks round the demo, on the computer that runs it',
    body: null,
    answer: OkSchema,
    run: async ({ req, options }) => {
      const user = await demoOwner();
      if (!user || !isLoopback(req) || options.beyondLoopback) throw new ApiError('DEMO_NOT_HERE');
      return remember(req, user);
    },
  }),
  route({
    method: 'delete',
    path: '/session',
    access: 'anyone',
    owned: null,
    does: 'signs out',
    body: null,
    answer: OkSchema,
    run: async ({ req, res }) => {
      await new Promise<void>((resolve) => {
        req.session.destroy(() => resolve());
      });
      res.clearCookie('mokume');
      return OK;
    },
  }),
  route({
    method: 'post',
    path: '/session/password',
    access: 'signed-in',
    owned: null,
    does: 'chooses a new password',
    body: NewPassword,
    answer: OkSchema,
    isGuarded: true,
    run: async ({ deps, user, body, req }) => {
      // What else is signed in with the old password ends; who changed it stays.
      return remember(req, await changePassword(deps, user, body.old, body.password));
    },
  }),
  route({
    method: 'post',
    path: '/workshops',
    access: 'anyone',
    owned: null,
    does: 'starts a workshop of one’s own and signs its owner in',
    body: StartOwn,
    answer: OkSchema,
    status: 201,
    isGuarded: true,
    run: async ({ deps, body, req, user }) => {
      if (!isLoopback(req) && !user) throw new ApiError('START_HERE_ONLY');
      return remember(req, await startOwn(deps, body));
    },
  }),
];

/** The demo's printed sign-in works only on this computer, unless its password was changed. */
async function refuseDemoBeyondLoopback(options: AppOptions, req: Request, user: User): Promise<void> {
  if (isLoopback(req) || options.beyondLoopback) return;
  if ((await demoOwner())?.workshopId === user.workshopId) throw new ApiError('DEMO_NOT_HERE');
}

/** A fresh session id at sign-in, so that one planted before is worthless. */
async function remember(req: Request, user: User): Promise<typeof OK> {
  await new Promise<void>((resolve, reject) => {
    req.session.regenerate((error: unknown) => (error ? reject(new Error('session', { cause: error })) : resolve()));
  });
  req.session.userId = user.id;
  req.session.credential = user.credential;
  // Saved before it is answered: what is asked next must find it.
  await new Promise<void>((resolve, reject) => {
    req.session.save((error: unknown) => (error ? reject(new Error('session', { cause: error })) : resolve()));
  });
  return OK;
}
