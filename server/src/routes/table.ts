import { ASK_ROUTES } from './asks.ts';
import { CALENDAR_ROUTES } from './calendar.ts';
import { CUP_ROUTES } from './cups.ts';
import { NOTIFICATION_ROUTES } from './notifications.ts';
import { PHOTO_ROUTES } from './photos.ts';
import type { Route } from './route.ts';
import { SESSION_ROUTES } from './session.ts';
import { SHOP_ROUTES } from './shop.ts';
import { WORK_ROUTES } from './work.ts';

/** Every route there is: what is registered, described in docs/api.md and tested for who may call it. */
export const ROUTES: readonly Route[] = [
  ...SESSION_ROUTES,
  ...WORK_ROUTES,
  ...PHOTO_ROUTES,
  ...SHOP_ROUTES,
  ...CALENDAR_ROUTES,
  ...NOTIFICATION_ROUTES,
  ...CUP_ROUTES,
  ...ASK_ROUTES,
];

/** docs/api.md, made from the table; a test keeps the page equal to it. */
export function apiPage(routes: readonly Route[]): string {
  const rows = routes.map((r) => {
    const answer = typeof r.answer === 'string' ? r.answer : `${r.status ?? 200}`;
    return `| ${r.method.toUpperCase()} | \`/api${r.path}\` | ${r.access} | ${r.owned ?? ''} | ${answer} | ${r.does} |`;
  });
  return [
    '# The API',
    '',
    'Made from the route table (`server/src/routes/table.ts`); a test keeps this page equal to it. `npm run docs:api` writes it.',
    'Who may call: `anyone` without signing in; `signed-in` also before a first password is changed; `helper` everybody of a',
    'workshop; `owner` its owner. What `:id` names must be of the caller’s own workshop, or the answer is 404. Bodies and answers',
    'are JSON, checked by the schemas in `contract/src`; refusals are listed in [api-errors.md](api-errors.md).',
    '',
    '| method | path | who | `:id` is in | answer | does |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows,
    '',
  ].join('\n');
}
