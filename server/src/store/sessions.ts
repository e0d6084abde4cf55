import connectSessions from 'connect-session-sequelize';
import session, { type SessionData } from 'express-session';
import { type Model, type ModelStatic, Op, type Sequelize } from 'sequelize';

const HOUR_MS = 3_600_000;
/** So long after it was last used a session is over. */
export const SESSION_MS = 7 * 24 * HOUR_MS;

type SessionRow = Model & { readonly data: string };
type Given<T> = (error: unknown, found?: T) => void;

const Store = connectSessions(session.Store);

/**
 * Sessions in the database; one that is over is none, whether it was cleaned away yet or not.
 * @param cleans those that are over are taken out of the database now and then
 */
export function sessionStore(sequelize: Sequelize, cleans: boolean): session.Store {
  const store = new Store({ db: sequelize, checkExpirationInterval: cleans ? HOUR_MS : 0, expiration: SESSION_MS });
  const rows = sequelize.models['Session'] as ModelStatic<SessionRow>;
  store.get = (sid: string, done: Given<SessionData | null>): void => {
    rows
      .findOne({ where: { sid, expires: { [Op.gt]: new Date() } } })
      .then((row) => done(null, row ? (JSON.parse(row.data) as SessionData) : null))
      .catch((error: unknown) => done(error));
  };
  // That it was used is written down hourly; more often would say nothing more.
  const touch = store.touch.bind(store);
  const touched = new Map<string, number>();
  store.touch = (sid, data, done) => {
    const now = Date.now();
    if (now - (touched.get(sid) ?? 0) < HOUR_MS) done?.(null);
    else {
      touched.set(sid, now);
      touch(sid, data, done);
    }
  };
  return store;
}
