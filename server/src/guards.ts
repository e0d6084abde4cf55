import type { Request, RequestHandler } from 'express';
import { ApiError } from './errors.ts';
import { isStillThere } from './services/accounts.ts';
import type { Actor } from './services/commands.ts';
import { type User, userById } from './store/users.ts';

declare module 'express-session' {
  interface SessionData {
    userId: string;
    /** Of the password they signed in with. */
    credential: number;
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

/** Refuses names this computer does not have, so that no other site's name can be pointed at it. */
export const refuseOtherHosts = (known: ReadonlySet<string>): RequestHandler => {
  return (req, _res, next) =>
    next(known.has(hostNameOf(req.get('host') ?? '')) ? undefined : new ApiError('OTHER_HOST'));
};
/** A host header without its port, in small letters. */
const hostNameOf = (host: string) => host.toLowerCase().replace(/:\d+$/, '').replace(/\.$/, '');
/** Names of this computer for itself. */
export const OWN_HOSTS = ['localhost', '127.0.0.1', '[::1]'] as const;

/** Whoever is signed in, while their password is the one they signed in with and they are of the shop; null: nobody. */
export async function userFrom(req: Request): Promise<User | null> {
  const { userId, credential } = req.session;
  if (userId === undefined) return null;
  const user = await userById(userId);
  return user && user.credential === (credential ?? 0) && (await isStillThere(user)) ? user : null;
}

/** Whether what a request was signed in with still holds: its session kept and not over, and the user as they were. */
export async function isStillSignedIn(req: Request): Promise<boolean> {
  const kept = await new Promise<boolean>((resolve, reject) => {
    req.sessionStore.get(req.sessionID, (error: unknown, session) =>
      error ? reject(new Error('session', { cause: error })) : resolve(session != null),
    );
  });
  return kept && (await userFrom(req)) !== null;
}

/** Somebody signed in as one who acts in their workshop. @param request digest of what they ask */
export function actorFrom(user: User, req: Request, request: string): Actor {
  const body: unknown = req.body;
  const says = (key: string) =>
    typeof body === 'object' && body !== null && (body as Record<string, unknown>)[key] === true;
  const { workshopId, name, role, personId } = user;
  return {
    workshopId,
    userId: user.id,
    name,
    role,
    personId,
    consents: says('consent'),
    wantsWhatWasTried: says('asTried'),
    request,
  };
}

export const isLoopback = (req: Request) =>
  ['127.0.0.1', '::1', '::ffff:127.0.0.1'].includes(req.socket.remoteAddress ?? '');
