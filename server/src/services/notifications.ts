import { alarmsOf, type Alarm, type Instant, inUnits, type Saying, sayAlarm, windowsOf } from '@app/core';
import type { NotificationsView, SubscribeInput, UnsubscribeInput } from '@app/contract';
import type { Deliver } from '../jobs/pushService.ts';
import { toDate } from '../store/moments.ts';
import {
  allSubscriptions,
  keepSubscription,
  type PushSubscription,
  removeSubscription,
  subscriptionsOfUser,
} from '../store/pushSubscriptions.ts';
import { userById } from '../store/users.ts';
import type { Actor, Deps } from './commands.ts';
import type { KeptShop } from './keptShops.ts';

/** What a device is told: `id` is that of the alarm, so that a page that called it out too is not heard twice. */
type Told = { readonly id: string; readonly words: string };
export async function notifications(deps: Deps, actor: Actor): Promise<NotificationsView> {
  return { key: deps.pushKey, devices: await subscriptionsOfUser(actor.userId) };
}

export async function subscribe(deps: Deps, actor: Actor, input: SubscribeInput) {
  const { endpoint, p256dh, auth } = input;
  const { workshopId, userId } = actor;
  await deps.sequelize.transaction((transaction) =>
    keepSubscription({ endpoint, workshopId, userId, p256dh, auth }, toDate(deps.clock.now()), transaction),
  );
  return notifications(deps, actor);
}

export async function unsubscribe(deps: Deps, actor: Actor, { endpoint }: UnsubscribeInput) {
  await deps.sequelize.transaction((transaction) => removeSubscription(endpoint, actor.userId, transaction));
  return notifications(deps, actor);
}

/** Tells devices of windows while no page is open. There is one of it, so that nobody is told twice. */
export class Notifier {
  readonly #deps: Deps;
  readonly #deliver: Deliver;
  /** Everything up to here was told, or was before this server started. */
  #until: Instant;
  #isBusy = false;

  constructor(deps: Deps, deliver: Deliver) {
    this.#deps = deps;
    this.#deliver = deliver;
    this.#until = deps.clock.now();
  }

  /** Tells what has become due since the last time. It never fails: what could not be delivered is in the log. */
  async tell(): Promise<void> {
    if (this.#isBusy) return;
    this.#isBusy = true;
    try {
      await this.#tell();
    } catch (error) {
      this.#deps.log.error({ err: error }, 'devices could not be told of windows');
    } finally {
      this.#isBusy = false;
    }
  }

  async #tell(): Promise<void> {
    const from = this.#until;
    const now = this.#deps.clock.now();
    const all = await allSubscriptions();
    for (const workshopId of new Set(all.map((s) => s.workshopId))) {
      const kept = await this.#deps.shops.now(workshopId);
      if (!kept) continue;
      const due = dueAlarms(kept, from, now);
      const here = due.length > 0 ? all.filter((s) => s.workshopId === workshopId) : [];
      await Promise.all(here.map((s) => this.#tellOne(s, kept, due, now)));
    }
    this.#until = now;
  }

  async #tellOne(s: PushSubscription, kept: KeptShop, due: readonly Alarm[], now: Instant): Promise<void> {
    const user = await userById(s.userId);
    if (!user) return;
    for (const alarm of due) {
      const people = kept.view.plan.steps[alarm.window.step]?.people ?? [];
      // As in the calendar: the owner hears of everybody's steps, a helper of their own.
      if (user.role !== 'owner' && !people.includes(user.personId ?? '')) continue;
      const told: Told = { id: alarm.id, words: wordsOf(alarm, kept, now) };
      try {
        if ((await this.#deliver(s, JSON.stringify(told))) === 'delivered') continue;
        await removeSubscription(s.endpoint);
        return;
      } catch (error) {
        this.#deps.log.warn({ err: error }, 'a device could not be told of a window');
      }
    }
  }
}

/** Of each window its latest alarm that became due after `from`. */
function dueAlarms({ view }: KeptShop, from: Instant, now: Instant): Alarm[] {
  const windows = windowsOf({ pieces: view.pieces, products: view.shop.products, plan: view.plan }, from);
  return windows.flatMap((w) => alarmsOf([w]).findLast((a) => a.at > from && a.at <= now) ?? []);
}

function wordsOf({ kind, of, window }: Alarm, { view }: KeptShop, now: Instant): string {
  const { units } = view.workshop;
  const piece = view.pieces.find((p) => p.id === window.piece);
  const step = piece?.steps.find((s) => s.id === window.step);
  const saying: Saying = { zone: view.shop.timeZone, units, now };
  return sayAlarm(kind, of, `${piece?.name ?? 'A piece'}: ${inUnits(step?.title ?? 'the next step', units)}`, saying);
}
