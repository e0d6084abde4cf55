import { CalendarFeedSchema, Command } from '@app/contract';
import { calendarFeed, calendarText, makeCalendarFeed, removeCalendarFeed } from '../services/calendarFeed.ts';
import { type Route, route } from './route.ts';

/** A calendar to follow without signing in: who has its address may read what is planned, and nothing else. */
export const CALENDAR_ROUTES: readonly Route[] = [
  route({
    method: 'get',
    path: '/calendar',
    access: 'helper',
    owned: null,
    does: 'the address of one’s own calendar',
    body: null,
    answer: CalendarFeedSchema,
    run: ({ actor }) => calendarFeed(actor),
  }),
  route({
    method: 'post',
    path: '/calendar',
    access: 'helper',
    owned: null,
    does: 'makes a new address for one’s own calendar; an earlier one no longer works',
    body: Command,
    answer: CalendarFeedSchema,
    run: ({ deps, actor }) => makeCalendarFeed(deps, actor),
  }),
  route({
    method: 'delete',
    path: '/calendar',
    access: 'helper',
    owned: null,
    does: 'takes the address of one’s own calendar away',
    body: Command,
    answer: CalendarFeedSchema,
    run: ({ deps, actor }) => removeCalendarFeed(deps, actor),
  }),
  route({
    method: 'get',
    path: '/calendar/:id.ics',
    access: 'anyone',
    owned: null,
    does: 'a calendar by its address: windows, steps and pickups with alarms',
    body: null,
    answer: 'calendar',
    run: async ({ deps, id, res }) => {
      res.type('text/calendar').send(await calendarText(deps, id));
    },
  }),
];
