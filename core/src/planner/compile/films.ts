import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { DryingLimits } from '../../drying/dryingCurve.ts';
import { type Product, STAGES } from '../../products/product.ts';
import { type Air, airOf, keepsLimits } from './air.ts';
import { type Bits, bitRow, setRange } from '../engine/resources/bits.ts';
import { intersect } from '../engine/resources/calendars.ts';
import { WeatherWindow } from '../engine/resources/weatherWindow.ts';
import type { Film } from '../engine/engineModel.ts';
import { type Problem } from '../model/model.ts';
import type { Grid } from './grid.ts';

/** How films dry in the climates of a shop, and when those climates keep a product's limits; each worked out once. */
export class Films {
  readonly air: Air;
  readonly #problem: Problem;
  readonly #grid: Grid;
  readonly #films = new Map<string, Film>();
  readonly #keeps = new Map<string, Bits>();
  readonly #weather = new Map<string, WeatherWindow>();

  constructor(problem: Problem, grid: Grid) {
    this.#problem = problem;
    this.#grid = grid;
    this.air = airOf(problem);
  }

  /** Slots in which a climate keeps the limits. */
  keepsRow(climate: string, limits: DryingLimits): Bits {
    const key = `${climate}|${limits.minTemperature_c}|${limits.maxHumidity_pct}`;
    let row = this.#keeps.get(key);
    if (row) return row;
    const air = this.#problem.climates[climate]!;
    const hours = air.temperature_c.length;
    row = bitRow(this.#grid.slots);
    for (let k = 0; k < this.#grid.slots;) {
      // Before the first and after the last known hour the nearest one stands for the rest.
      const hour = Math.floor((this.#grid.origin + k * GRID_MINUTES - air.from) / 60);
      const h = Math.min(hours - 1, Math.max(0, hour));
      const next = hour < 0 ? air.from : hour >= hours ? Infinity : air.from + (hour + 1) * 60;
      const until = Math.min(this.#grid.slots, Math.max(k + 1, Math.ceil((next - this.#grid.origin) / GRID_MINUTES)));
      if (keepsLimits(air, h, limits)) setRange(row, k, until);
      k = until;
    }
    this.#keeps.set(key, row);
    return row;
  }

  /** When climates suit a product until it is dry to handle; null: it has no limits. */
  weatherOf(product: Product, climates: readonly string[], thickness: number): WeatherWindow | null {
    const { limits } = product;
    if (!limits) return null;
    const key = keyOf(product, climates, thickness);
    let weather = this.#weather.get(key);
    if (weather) return weather;
    const { slots } = this.#grid;
    const everywhere = climates.map((c) => this.keepsRow(c, limits));
    weather = new WeatherWindow(this.of(product, climates, thickness).handle, intersect(everywhere, slots), slots);
    this.#weather.set(key, weather);
    return weather;
  }

  /** A product drying in some climates; each answer is worked out once and kept. */
  of(product: Product, climates: readonly string[], thickness: number): Film {
    const key = keyOf(product, climates, thickness);
    let film = this.#films.get(key);
    if (film) return film;
    const { slots, origin } = this.#grid;
    const drying = this.air(climates, product, thickness);
    // By page of slots, all stages of a slot side by side; most pages of a long plan are never asked about.
    const pages: (Int32Array | null)[] = Array.from({ length: (slots >>> PAGE_BITS) + 1 }, () => null);
    const minutes = (stage: number, end: number): number => {
      if (end > slots) return NEVER;
      // Kept with one added, so that a fresh page, all 0, is one that knows nothing yet.
      const page = (pages[end >>> PAGE_BITS] ??= new Int32Array(STAGES.length << PAGE_BITS));
      const place = (end & PAGE_MASK) * STAGES.length + stage;
      let at = page[place]!;
      if (at === 0) {
        const found = drying.to(STAGES[stage]!, origin + end * GRID_MINUTES) - origin;
        at = page[place] = Math.min(NEVER, found) + 1;
      }
      return at - 1;
    };
    const [touch, handle, recoat] = [STAGES.indexOf('touch'), STAGES.indexOf('handle'), STAGES.indexOf('recoat')];
    film = {
      minutes,
      stages: (end) => drying.stages(origin + end * GRID_MINUTES),
      touch: (end) => Math.ceil(minutes(touch, end) / GRID_MINUTES),
      handle: (end) => Math.ceil(minutes(handle, end) / GRID_MINUTES),
      key: (end) => Math.ceil(minutes(recoat, end) / GRID_MINUTES),
    };
    this.#films.set(key, film);
    return film;
  }
}

const keyOf = (product: Product, climates: readonly string[], thickness: number) =>
  `${product.id}|${thickness}|${climates.join('|')}`;

/** Slots of a page: five hours. */
const PAGE_BITS = 6;
const PAGE_MASK = (1 << PAGE_BITS) - 1;
/** Later than any slot. */
const NEVER = 0x7ffffffe;
