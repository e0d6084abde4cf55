import type { Person, Plan, Problem, Station, Tool } from '../planner/model/model.ts';
import type { Product, Stage } from '../products/product.ts';
import { minuteDryness } from './minuteDryness.ts';

/** A problem and what its plan reports, looked up by name instead of searched for each of thousands of steps. */
export class Facts {
  readonly problem: Problem;
  readonly people: ReadonlyMap<string, Person>;
  readonly stations: ReadonlyMap<string, Station>;
  readonly tools: ReadonlyMap<string, Tool>;
  readonly products: ReadonlyMap<string | null, Product>;
  /** Steps whose pin the plan says it could not keep. */
  readonly pinsDropped: ReadonlySet<string>;
  /** Steps of which the plan reports something else. */
  readonly reported: ReadonlySet<string>;
  readonly #dry: Map<string, number>;

  /** @param before of an earlier plan: films of the same shop need not be summed again */
  constructor(problem: Problem, plan: Plan, before: Facts | null = null) {
    this.problem = problem;
    this.people = new Map(problem.people.map((p) => [p.id, p]));
    this.stations = new Map(problem.stations.map((s) => [s.id, s]));
    this.tools = new Map(problem.tools.map((t) => [t.id, t]));
    this.products = new Map(problem.products.map((p) => [p.id, p]));
    const about = (isPin: boolean) =>
      new Set(plan.notices.filter((n) => (n.kind === 'pin-not-kept') === isPin).map((n) => n.step));
    this.pinsDropped = about(true);
    this.reported = about(false);
    this.#dry = before && before.#dry.size < MOST_FILMS && this.isSameShopAs(before) ? before.#dry : new Map();
  }

  /** Whether hours, people, places, tools, products and air are the very same as there. */
  isSameShopAs({ problem: other }: Facts): boolean {
    const { problem } = this;
    const places = Object.keys(problem.climates);
    return (
      problem.timeZone === other.timeZone &&
      problem.noiseHours === other.noiseHours &&
      isSame(problem.people, other.people) &&
      isSame(problem.stations, other.stations) &&
      isSame(problem.tools, other.tools) &&
      isSame(problem.products, other.products) &&
      places.length === Object.keys(other.climates).length &&
      places.every((id) => problem.climates[id] === other.climates[id])
    );
  }

  /** When a film reaches a stage in the air of a place; the same film is summed once. */
  dryAt(climate: string, product: Product, stage: Stage, laid: number, thickness: number | undefined): number {
    const key = `${climate} ${product.id} ${stage} ${laid} ${thickness ?? 1}`;
    const known = this.#dry.get(key);
    if (known !== undefined) return known;
    const at = minuteDryness(this.problem.climates[climate]!, product, stage, laid, thickness);
    this.#dry.set(key, at);
    return at;
  }
}

/** Films remembered at most: those of some hundred plans of a large shop. */
const MOST_FILMS = 200_000;

const isSame = (a: readonly unknown[], b: readonly unknown[]) => a.length === b.length && a.every((x, i) => x === b[i]);

/** Index of the first that starts at a moment or later, of those in order of their starts. */
export function firstFrom(inOrder: readonly { readonly from: number }[], at: number): number {
  let [low, high] = [0, inOrder.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (inOrder[middle]!.from < at) low = middle + 1;
    else high = middle;
  }
  return low;
}
