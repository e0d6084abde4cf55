import { hourlyClimate, mainPlace, type Shop } from '@app/core';
import type { TimeScale } from './timeScale.ts';

/** Below this most waterborne paints stop drying (generic minimum of the product library). */
const COLD_C = 10;

export type DayAir = { readonly low_c: number; readonly high_c: number; readonly isCold: boolean };

/** Coldest and warmest hour of each day on the axis, in the shop's main place. */
export function dayAir(shop: Shop, scale: TimeScale): DayAir[] {
  const place = mainPlace(shop);
  if (!place) return scale.days.map(() => ({ low_c: 0, high_c: 0, isCold: false }));
  const hours = Math.ceil((scale.until - scale.from) / 60);
  const air = hourlyClimate(place.typical, place.series, shop.timeZone, scale.from, hours);
  return scale.days.map((d, i) => {
    const a = Math.max(0, Math.floor((d.at - air.from) / 60));
    const b = Math.floor(((scale.days[i + 1]?.at ?? scale.until) - air.from) / 60);
    const day = air.temperature_c.slice(a, Math.max(a + 1, b));
    const low_c = Math.min(...day);
    return { low_c, high_c: Math.max(...day), isCold: low_c < COLD_C };
  });
}
