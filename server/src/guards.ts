import type { Request, RequestHandler } from 'express';
import { ApiError } from './errors.ts';
import { UserRow } from './store/models.ts';
import type { Actor } from './services/commands.ts';

declare module 'express-session' {
  interface SessionData {
    userId: string;
  }
}

/** Same-origin protection: a browser's write from another site is refused by its Origin or Sec-Fetch-Site. */
export const refuseOtherOrigins: RequestHandler = (req, _res, next) => {
  if (req.method === 'GET' || req.method === 'HEAD') {
    next();
    return;
  }
  const site = req.get('sec-fetch-site');
  const origin = req.get('origin');
  const isOther =
    (origin !== undefined && hostOf(origin) !== req.get('host')) ||
    (site !== undefined && site !== 'same-origin' && site !== 'none');
  next(isOther ? new ApiError('OTHER_ORIGIN') : undefined);
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

/** The signed-in user. @throws {ApiError} SIGN_IN_NEEDED or PASSWORD_CHANGE_NEEDED */
export async function userOf(req: Request): Promise<UserRow> {
  const id = req.session.userId;
  const user = id === undefined ? null : await UserRow.findByPk(id);
  if (!user) throw new ApiError('SIGN_IN_NEEDED');
  if (user.must_change_password) throw new ApiError('PASSWORD_CHANGE_NEEDED');
  return user;
}

export async function actorOf(req: Request): Promise<Actor> {
  const user = await userOf(req);
  const body: unknown = req.body;
  const consents = typeof body === 'object' && body !== null && 'consent' in body && body.consent === true;
  return { workshopId: user.workshop_id, name: user.name, role: user.role, consents };
}

/** @throws {ApiError} OWNER_ONLY for a helper */
export async function ownerOf(req: Request): Promise<Actor> {
  const actor = await actorOf(req);
  if (actor.role !== 'owner') throw new ApiError('OWNER_ONLY');
  return actor;
}

export const isLoopback = (req: Request) =>
  ['127.0.0.1', '::1', '::ffff:127.0.0.1'].includes(req.socket.remoteAddress ?? '');
