import type { Link } from '../planner/model.ts';
import { productById } from '../products/library.ts';
import { paintFor } from '../quantities/paintFor.ts';
import { squareMetres, squareMetresPerLitre } from '../quantities/units.ts';
import type { Route, RouteStep, Zone } from './piece.ts';

type NewStep = Pick<RouteStep, 'key' | 'title' | 'reason' | 'zones' | 'work_minutes' | 'skill'> &
  Partial<Omit<RouteStep, 'after' | 'litres'>> & {
    /** Extra links beside those to the last step on each zone. */
    readonly also?: readonly Link[];
    /** Replaces the gap to the last step: a window counted from its end. */
    readonly window?: { readonly min: number; readonly max: number | null };
    /** Share of the product that never reaches the piece. */
    readonly loss?: number;
  };

/**
 * A route in the making. Each step waits for the last step on every zone it touches, for the drying stage its own
 * kind asks for: dust wants sandable, the same product recoat, another product topcoat, bare hands handle.
 */
export class RouteDraft {
  readonly steps: RouteStep[] = [];
  readonly notes: string[] = [];
  readonly #last = new Map<string, RouteStep>();
  readonly #zones: readonly Zone[];

  constructor(zones: readonly Zone[]) {
    this.#zones = zones;
  }

  area(zones: readonly string[]): number {
    return this.#zones.filter((z) => zones.includes(z.id)).reduce((n, z) => n + z.area_m2, 0);
  }

  add(s: NewStep): RouteStep {
    const product = s.product ?? null;
    const spread = product === null ? null : productById.get(product)!.spread_m2PerL;
    const dusty = s.dusty ?? false;
    const step: RouteStep = {
      key: s.key,
      title: s.title,
      reason: s.reason,
      caution:
        [product === null ? null : productById.get(product)!.caution, s.caution].filter(Boolean).join(' ') || null,
      zones: s.zones,
      group: s.group ?? null,
      coat: s.coat ?? null,
      colour: s.colour ?? null,
      work_minutes: Math.max(5, Math.round(s.work_minutes / 5) * 5) * (s.hands === 0 ? 0 : 1),
      hands: s.hands ?? 1,
      skill: s.skill,
      splittable: s.splittable ?? false,
      dusty,
      needs: s.needs ?? [],
      tool: s.tool ?? null,
      product,
      litres:
        spread === null
          ? 0
          : paintFor(squareMetres(this.area(s.zones)), squareMetresPerLitre(spread), 1, s.loss ?? 0.1),
      after: this.#links(s, product, dusty),
    };
    this.steps.push(step);
    for (const z of s.zones) this.#last.set(z, step);
    return step;
  }

  route(): Route {
    return { zones: this.#zones, steps: this.steps, notes: this.notes };
  }

  #links(s: NewStep, product: string | null, dusty: boolean): Link[] {
    const before = [...new Set(s.zones.map((z) => this.#last.get(z)).filter((x): x is RouteStep => x !== undefined))];
    const own = before.map((b): Link => {
      if (s.window) return { step: b.key, from: 'end', min_minutes: s.window.min, max_minutes: s.window.max };
      return { step: b.key, from: stageAskedFor(b, product, dusty), min_minutes: 0, max_minutes: null };
    });
    const extra = (s.also ?? []).filter((l) => !own.some((o) => o.step === l.step && o.from === l.from));
    return [...own, ...extra];
  }
}

function stageAskedFor(before: RouteStep, product: string | null, dusty: boolean): Link['from'] {
  if (before.product === null) return 'end';
  if (dusty) return 'sand';
  if (product === null) return before.product === 'rinse-water' ? 'end' : 'handle';
  return before.product === product ? 'recoat' : 'topcoat';
}
