import { randomBytes } from 'node:crypto';
import { type AgendaItem, agendaOf, type Shop, type ShopPiece } from '@app/core';
import type { CalendarFeedView } from '@app/contract';
import { ICalAlarmType, ICalCalendar } from 'ical-generator';
import { ApiError } from '../errors.ts';
import { feedByToken, feedOfUser, removeFeed, replaceFeed } from '../store/calendarFeeds.ts';
import { toDate } from '../store/moments.ts';
import { userById } from '../store/users.ts';
import type { Actor, Deps } from './commands.ts';

/** Nobody guesses this many bits. */
const TOKEN_BYTES = 24;
/** How often a calendar should ask anew. */
const REFRESH_SECONDS = 15 * 60;

const viewOf = (token: string | null): CalendarFeedView => ({
  path: token === null ? null : `/api/calendar/${token}.ics`,
});

/** The address of somebody's own calendar; null: they have none. */
export async function calendarFeed(actor: Actor): Promise<CalendarFeedView> {
  return viewOf((await feedOfUser(actor.userId))?.token ?? null);
}

/** Makes a new address; an earlier one no longer works. */
export async function makeCalendarFeed(deps: Deps, actor: Actor): Promise<CalendarFeedView> {
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  const { workshopId, userId } = actor;
  await deps.sequelize.transaction((transaction) =>
    replaceFeed({ token, workshopId, userId }, toDate(deps.clock.now()), transaction),
  );
  return viewOf(token);
}

export async function removeCalendarFeed(deps: Deps, actor: Actor): Promise<CalendarFeedView> {
  await deps.sequelize.transaction((transaction) => removeFeed(actor.userId, transaction));
  return viewOf(null);
}

/**
 * A calendar by its address (RFC 5545): the owner's holds everybody's steps, a helper's their own.
 * @throws {ApiError} NOT_FOUND when the address was taken away, or never was
 */
export async function calendarText(deps: Deps, token: string): Promise<string> {
  const feed = await feedByToken(token);
  const user = feed && (await userById(feed.userId));
  const kept = feed && (await deps.shops.now(feed.workshopId));
  if (!user || !kept) throw new ApiError('NOT_FOUND');
  const { view } = kept;
  const person = user.role === 'owner' ? null : user.personId;
  const asked = { pieces: view.pieces, products: view.shop.products, plan: view.plan };
  const calendar = new ICalCalendar({
    name: `${view.workshop.name} (Mokume)`,
    prodId: { company: 'Mokume', product: 'Mokume', language: 'EN' },
    ttl: REFRESH_SECONDS,
  });
  for (const item of agendaOf(asked, deps.clock.now(), person)) {
    const piece = view.pieces.find((p) => p.id === item.piece)!;
    const event = calendar.createEvent({
      id: `${item.id}@mokume`,
      start: toDate(item.from),
      end: toDate(item.until),
      stamp: toDate(deps.clock.now()),
      summary: wordsOf(item, piece),
      description: crewOf(item, view.shop, view.plan.steps[item.step ?? '']?.people ?? []),
    });
    for (const minutes of item.rings_minutesBefore)
      event.createAlarm({ type: ICalAlarmType.display, trigger: minutes * 60, description: wordsOf(item, piece) });
  }
  return calendar.toString();
}

function wordsOf(item: AgendaItem, piece: ShopPiece): string {
  const title = piece.steps.find((s) => s.id === item.step)?.title ?? '';
  switch (item.kind) {
    case 'opens':
      return `May begin now: ${title}, ${piece.name}`;
    case 'closes':
      return `Closes: ${title}, ${piece.name}`;
    case 'step':
      return `${title}, ${piece.name}`;
    case 'leaves':
      return `${piece.name} leaves`;
  }
}

const crewOf = (item: AgendaItem, shop: Shop, people: readonly string[]): string =>
  item.kind === 'step' ? people.map((id) => shop.people.find((p) => p.id === id)?.name ?? '').join(', ') : '';
