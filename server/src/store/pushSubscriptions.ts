import type { Transaction } from 'sequelize';
import { PushKeyRow, PushSubscriptionRow } from './models.ts';

/** A device of a user that can be told something while no page is open (W3C Push API). */
export type PushSubscription = {
  /** Address at the browser maker's delivery service. */
  readonly endpoint: string;
  readonly workshopId: string;
  readonly userId: string;
  /** The device's own key and secret, with which only it can read what it is sent (RFC 8291). */
  readonly p256dh: string;
  readonly auth: string;
};
/** The keys this installation signs its messages with (RFC 8292). */
export type PushKeys = { readonly publicKey: string; readonly privateKey: string };

const subscriptionOf = (row: PushSubscriptionRow): PushSubscription => ({
  endpoint: row.endpoint,
  workshopId: row.workshop_id,
  userId: row.user_id,
  p256dh: row.p256dh,
  auth: row.auth,
});

export const allSubscriptions = async (): Promise<PushSubscription[]> =>
  (await PushSubscriptionRow.findAll({ order: ['made_at', 'endpoint'] })).map(subscriptionOf);

export const subscriptionsOfUser = async (userId: string, transaction?: Transaction): Promise<number> =>
  PushSubscriptionRow.count({ where: { user_id: userId }, transaction: transaction ?? null });

/** A device has one subscription; who signs in on it last has it. */
export async function keepSubscription(s: PushSubscription, madeAt: Date, transaction: Transaction): Promise<void> {
  const { endpoint, workshopId, userId, p256dh, auth } = s;
  await PushSubscriptionRow.upsert(
    { endpoint, workshop_id: workshopId, user_id: userId, p256dh, auth, made_at: madeAt },
    { transaction },
  );
}

/** @param userId only when it is theirs; missing: whosever it is */
export async function removeSubscription(endpoint: string, userId?: string, transaction?: Transaction): Promise<void> {
  const where = userId === undefined ? { endpoint } : { endpoint, user_id: userId };
  await PushSubscriptionRow.destroy({ where, transaction: transaction ?? null });
}

/** The keys of this installation, made by `make` the first time they are asked for, by however many at once. */
export async function pushKeys(make: () => PushKeys): Promise<PushKeys> {
  const kept = await PushKeyRow.findByPk(1);
  if (kept) return { publicKey: kept.public_key, privateKey: kept.private_key };
  const { publicKey, privateKey } = make();
  await PushKeyRow.bulkCreate([{ id: 1, public_key: publicKey, private_key: privateKey }], { ignoreDuplicates: true });
  const row = await PushKeyRow.findByPk(1, { rejectOnEmpty: true });
  return { publicKey: row.public_key, privateKey: row.private_key };
}
