import {
  HOUSE_DEFAULTS,
  type Block,
  type ClimatePlace,
  EVERY_SKILL,
  type Instant,
  type Shop,
  wallClock,
  dateOf,
} from '@app/core';

export const DEMO_ZONE = 'Europe/Lisbon';

const h = (from: number, until: number) => ({ from: Math.round(from * 60), until: Math.round(until * 60) });
const OFF: readonly never[] = [];

/** The invented workshop: a former boat shed, the owner and one and a half helpers. */
export function boatShed(now: Instant): Shop {
  const today = wallClock(DEMO_ZONE, now).day;
  const marketDay: Block = { title: 'Market day', on: { date: dateOf(today + 18) }, from: 8 * 60, until: 18 * 60 };
  const full = [h(8.5, 12.5), h(13, 17)];
  const spray = Array.from({ length: 7 }, () => [h(9, 16)]);
  return {
    timeZone: DEMO_ZONE,
    people: [
      {
        id: 'ines',
        name: 'Ines',
        hours: {
          weekly: [full, full, full, full, full, [h(9, 13)], OFF],
          exceptions: [],
          blocks: [marketDay, { title: 'Buying and fetching', on: { weekday: 2 }, from: 8 * 60 + 30, until: 11 * 60 }],
        },
        skills: EVERY_SKILL,
      },
      {
        id: 'teo',
        name: 'Teo',
        hours: { weekly: [full, full, full, full, [h(8.5, 12.5)], OFF, OFF], exceptions: [], blocks: [marketDay] },
        skills: { prep: 1.1, repair: 1.1, paint: 0.8, seal: 0.9, assemble: 1 },
      },
      {
        id: 'jun',
        name: 'Jun',
        hours: {
          weekly: [[h(13, 17)], [h(13, 17)], OFF, [h(13, 17)], [h(13, 17)], [h(9, 13)], OFF],
          exceptions: [],
          blocks: [{ title: 'School run', on: { weekday: 3 }, from: 15 * 60, until: 15 * 60 + 45 }],
        },
        skills: { prep: 0.9, paint: 0.9, seal: 1, assemble: 0.9 },
      },
    ],
    stations: [
      { id: 'bench', name: 'Long bench', kind: 'bench', capacity: 5, hours: null, climate: 'shed' },
      { id: 'rack', name: 'Rack', kind: 'rack', capacity: 12, hours: null, climate: 'shed' },
      {
        id: 'spray',
        name: 'Spray bay',
        daylight: true,
        kind: 'spray',
        capacity: 2,
        hours: { weekly: spray, exceptions: [], blocks: [] },
        climate: 'shed',
      },
      { id: 'warm-bench', name: 'Sail loft bench', kind: 'bench', capacity: 2, hours: null, climate: 'loft' },
      { id: 'warm-rack', name: 'Sail loft rack', kind: 'rack', capacity: 6, hours: null, climate: 'loft' },
    ],
    tools: [{ id: 'sprayer', name: 'Sprayer', capacity: 1, cleanout_minutes: 20 }],
    sun: { latitude_deg: 38.7, longitude_deg: -9.1 },
    floor_units: 26,
    noise: h(8, 19),
    paints: [
      {
        id: 'straw',
        name: 'Straw',
        hex: '#c7a53c',
        product: 'matt-paint',
        on_hand_litres: 0.35,
        can_litres: 0.5,
        can_cents: 1450,
        lead_days: 2,
      },
      {
        id: 'petrol',
        name: 'Petrol',
        hex: '#2f5a60',
        product: 'matt-paint',
        on_hand_litres: 1.1,
        can_litres: 1,
        can_cents: 2600,
        lead_days: 6,
      },
      {
        id: 'oxblood',
        name: 'Oxblood',
        hex: '#6e2f3a',
        product: 'matt-paint',
        on_hand_litres: 1.5,
        can_litres: 1,
        can_cents: 2600,
        lead_days: 9,
      },
      {
        id: 'bottle',
        name: 'Bottle',
        hex: '#3d5a45',
        product: 'matt-paint',
        on_hand_litres: 0.75,
        can_litres: 0.5,
        can_cents: 1450,
        lead_days: 6,
      },
      {
        id: 'chalk-cliff',
        name: 'Chalk cliff',
        hex: '#efeee6',
        product: 'matt-paint',
        on_hand_litres: 2.5,
        can_litres: 2.5,
        can_cents: 4900,
        lead_days: 3,
      },
    ],
    products: [],
    house: HOUSE_DEFAULTS,
    recipes: [
      {
        id: 'salt-and-slate',
        name: 'Salt and slate',
        brief: {
          paint: 'matt-paint',
          body: { name: 'Deep water', hex: '#27485c' },
          top: { kind: 'wash', colour: { name: 'Salt', hex: '#dfe3e0' } },
          prime: 'auto',
          sealer: 'clear',
          method: 'brush',
          hardware: 'clean',
          looks: [{ kind: 'distressed', level: 'light' }],
        },
        edits: [{ op: 'coats', series: 'paint', count: 3 }],
      },
    ],
    mixes: [
      {
        id: 'harbour-grey',
        name: 'Harbour grey',
        hex: '#7f8a8e',
        parts: [
          { name: 'Chalk cliff', parts: 5 },
          { name: 'Petrol', parts: 2 },
          { name: 'Oxblood', parts: 0.5 },
        ],
        note: 'For the quay commission; stir the red in last.',
      },
    ],
    places: [
      shedAir(now),
      {
        id: 'loft',
        name: 'Sail loft',
        typical: { high_c: 22, low_c: 18, humidityAtHigh_pct: 45, humidityAtLow_pct: 52 },
        series: null,
      },
    ],
  };
}

const BACK_HOURS = 10 * 24;
const AHEAD_HOURS = 16 * 24;

/** Logged and forecast hours of the shed, always the same for the same day: mild, with one cold night to come. */
function shedAir(now: Instant): ClimatePlace {
  const from = Math.floor(now / 60) * 60 - BACK_HOURS * 60;
  const today = wallClock(DEMO_ZONE, now).day;
  const temperature_c: number[] = [];
  const humidity_pct: number[] = [];
  for (let i = 0; i < BACK_HOURS + AHEAD_HOURS; i++) {
    const { day, minute } = wallClock(DEMO_ZONE, from + i * 60);
    const warmth = (1 + Math.cos(((minute / 60 - 15) / 24) * 2 * Math.PI)) / 2;
    const drift = 1.2 * Math.sin(day * 1.7) + 0.4 * Math.sin(i * 0.9);
    // The night after tomorrow the wind turns: cold from the evening until mid-morning.
    const isColdNight = (day === today + 1 && minute >= 19 * 60) || (day === today + 2 && minute < 9 * 60);
    const t = isColdNight ? 7 + 1.5 * warmth : 14.5 + 5.5 * warmth + drift;
    temperature_c.push(Math.round(t * 10) / 10);
    humidity_pct.push(Math.round(isColdNight ? 82 : 72 - 20 * warmth + 2 * Math.sin(day)));
  }
  return {
    id: 'shed',
    name: 'Boat shed',
    typical: { high_c: 20, low_c: 14.5, humidityAtHigh_pct: 52, humidityAtLow_pct: 70 },
    series: { from, temperature_c, humidity_pct },
  };
}
