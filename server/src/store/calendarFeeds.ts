import type { Transaction } from 'sequelize';
import { CalendarFeedRow } from './models.ts';

/** Whose calendar an address is. */
export type CalendarFeed = { readonly token: string; readonly workshopId: string; readonly userId: string };

const feedOf = (row: CalendarFeedRow | null): CalendarFeed | null =>
  row && { token: row.token, workshopId: row.workshop_id, userId: row.user_id };

export const feedByToken = async (token: string): Promise<CalendarFeed | null> =>
  feedOf(await CalendarFeedRow.findByPk(token));
export const feedOfUser = async (userId: string): Promise<CalendarFeed | null> =>
  feedOf(await CalendarFeedRow.findOne({ where: { user_id: userId } }));

/** The user's one address; an earlier one is worthless from then on. */
export async function replaceFeed(feed: CalendarFeed, madeAt: Date, transaction: Transaction): Promise<void> {
  await removeFeed(feed.userId, transaction);
  const { token, workshopId, userId } = feed;
  await CalendarFeedRow.create({ token, workshop_id: workshopId, user_id: userId, made_at: madeAt }, { transaction });
}

export async function removeFeed(userId: string, transaction: Transaction): Promise<void> {
  await CalendarFeedRow.destroy({ where: { user_id: userId }, transaction });
}
