import type { Shop } from './workshop.ts';
import type { WeeklyHours } from '../calendar/hours.ts';
import { SKILLS } from '../planner/model/model.ts';
import { HOUSE_DEFAULTS } from '../route/houseRules.ts';

export const EVERY_SKILL = Object.fromEntries(SKILLS.map((s) => [s, 1]));
const DAY = [
  { from: 9 * 60, until: 12 * 60 + 30 },
  { from: 13 * 60, until: 17 * 60 },
];
/** Monday to Friday 9 to 5 with half an hour's lunch. */
export const ORDINARY_WEEK: WeeklyHours = [DAY, DAY, DAY, DAY, DAY, [], []];

/** A sensible first shop: one person, a garage with a bench and a drying rack, mild air. All of it is edited later. */
export function firstShop(timeZone: string, ownerName: string): Shop {
  return {
    timeZone,
    people: [
      {
        id: 'owner',
        name: ownerName,
        hours: { weekly: ORDINARY_WEEK, exceptions: [], blocks: [] },
        skills: EVERY_SKILL,
      },
    ],
    stations: [
      { id: 'bench', name: 'Bench', kind: 'bench', capacity: 2, hours: null, climate: 'garage' },
      { id: 'rack', name: 'Drying rack', kind: 'rack', capacity: 6, hours: null, climate: 'garage' },
    ],
    tools: [],
    paints: [],
    products: [],
    house: HOUSE_DEFAULTS,
    recipes: [],
    mixes: [],
    places: [
      {
        id: 'garage',
        name: 'Garage',
        typical: { high_c: 20, low_c: 16, humidityAtHigh_pct: 50, humidityAtLow_pct: 60 },
        series: null,
      },
    ],
  };
}
