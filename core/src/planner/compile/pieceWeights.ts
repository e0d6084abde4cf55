import { GRID_MINUTES } from '../../calendar/grid.ts';
import { type PieceToPlan } from '../model/model.ts';
import type { Preferences } from '../model/preferences.ts';

/**
 * What lateness and time in the shop cost in one number, for the search: a promised date late by an hour outweighs any
 * other date late by months, and that any saving of time in the shop. The score itself is compared part by part; preferences
 * changes only what comes after the dates.
 */
export function urgency(
  p: PieceToPlan,
  preferences: Preferences,
): { lateCost: number; flowCost: number; slack: number; slackCost: number } {
  const perMinute = p.promised ? TOLD : OTHER;
  return {
    lateCost: perMinute * p.weight * GRID_MINUTES,
    flowCost: ORDINARY * (0.1 + preferences.speed) * GRID_MINUTES,
    slack: p.due === null ? 0 : SLACK_MINUTES / GRID_MINUTES,
    slackCost: p.due === null ? 0 : (p.promised ? 4 : 2) * ORDINARY * preferences.slack * GRID_MINUTES,
  };
}
/** What taking up a product anew costs the search, in the same measure. */
export const costOfLoad = (preferences: Preferences): number => ORDINARY * preferences.loads * LOAD_MINUTES;
/** Taking up a product anew, against time in the shop. */
export const LOAD_MINUTES = 60;
const TOLD = 1e6;
const OTHER = 1e3;
/** So that an ordinary slider, 2, stands for one. */
const ORDINARY = 0.5;
/** Two days in hand before a date are as good as more. */
const SLACK_MINUTES = 2 * 1440;
