import type { Climate } from '../climate/climate.ts';
import type { Product, Stage } from '../products/product.ts';

/**
 * The verifier's own drying: adds up minute by minute what the film gets, by the model of docs/decisions/0003, until
 * every clock it waits for is full and the data sheet's time has passed. Infinity when the known climate ends.
 */
export function minuteDryness(climate: Climate, product: Product, stage: Stage, laid: number, thickness = 1): number {
  const wanted = product.stages_minutes[stage];
  if (wanted === 0) return laid;
  if (product.chemistry === 'clock') return laid + Math.ceil(wanted);
  const minimum = product.limits?.minTemperature_c ?? 0;
  const dampest = product.limits?.maxHumidity_pct ?? 100;
  const doubling = product.chemistry === 'solvent' ? 1.3 : 2;
  const water = wanted * thickness;
  const firm = wanted * thickness * thickness;
  const wind = (0.089 + 0.0782 * (climate.air_mps ?? 0.1)) / 0.09682;
  let evaporated = product.chemistry === 'waterborne' ? 0 : water;
  let formed = 0;
  const end = climate.from + climate.temperature_c.length * 60;
  let hour = -1;
  let forms = 0;
  let evaporates = 0;
  for (let t = laid; t < end; t++) {
    if (t - laid >= wanted && evaporated >= water - 1e-6 && formed >= firm - 1e-6) return t;
    const h = Math.max(0, Math.floor((t - climate.from) / 60));
    if (h !== hour) {
      const [temperature, humidity] = [climate.temperature_c[h]!, climate.humidity_pct[h]!];
      forms = temperature < minimum ? 0 : Math.pow(doubling, (temperature - 23) / 10);
      evaporates = temperature < minimum || humidity > dampest ? 0 : deficit(temperature, humidity) / deficit(23, 50);
      hour = h;
    }
    formed += forms;
    evaporated += evaporates * wind;
  }
  return Infinity;
}

/** Vapour-pressure deficit by Buck's 1996 curve would differ by 0.4 %; the agreed model is Magnus, so it is Magnus here too. */
function deficit(t_c: number, rh: number): number {
  const saturated = 610.94 * Math.E ** ((17.625 * t_c) / (243.04 + t_c));
  return saturated - (saturated * rh) / 100;
}
