import type { Request, RequestHandler } from 'express';
import { ApiError } from './errors.ts';
import type { Actor } from './services/commands.ts';
import { type User, userById } from './store/users.ts';

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

/** Whoever is signed in; null: nobody. */
export async function userFrom(req: Request): Promise<User | null> {
  const id = req.session.userId;
  return id === undefined ? null : userById(id);
}

/** Somebody signed in as one who acts in their workshop. */
export function actorFrom(user: User, req: Request): Actor {
  const body: unknown = req.body;
  const consents = typeof body === 'object' && body !== null && 'consent' in body && body.consent === true;
  const { workshopId, name, role, personId } = user;
  return { workshopId, userId: user.id, name, role, personId, consents };
}

export const isLoopback = (req: Request) =>
  ['127.0.0.1', '::1', '::ffff:127.0.0.1'].includes(req.socket.remoteAddress ?? '');
