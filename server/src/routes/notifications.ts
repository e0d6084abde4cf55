import { NotificationsSchema, SubscribeInput, UnsubscribeInput } from '@app/contract';
import { notifications, subscribe, unsubscribe } from '../services/notifications.ts';
import { type Route, route } from './route.ts';

/** Being told of windows while no page is open. */
export const NOTIFICATION_ROUTES: readonly Route[] = [
  route({
    method: 'get',
    path: '/notifications',
    access: 'helper',
    owned: null,
    does: 'the key a browser needs to be told of windows while no page is open, and how many of one’s own are',
    body: null,
    answer: NotificationsSchema,
    run: ({ deps, actor }) => notifications(deps, actor),
  }),
  route({
    method: 'post',
    path: '/notifications',
    access: 'helper',
    owned: null,
    does: 'has this browser told of windows while no page is open',
    body: SubscribeInput,
    answer: NotificationsSchema,
    run: ({ deps, actor, body }) => subscribe(deps, actor, body),
  }),
  route({
    method: 'delete',
    path: '/notifications',
    access: 'helper',
    owned: null,
    does: 'has this browser told nothing any more',
    body: UnsubscribeInput,
    answer: NotificationsSchema,
    run: ({ deps, actor, body }) => unsubscribe(deps, actor, body),
  }),
];
