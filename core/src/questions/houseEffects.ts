import { planAfresh } from '../planner/build/construct.ts';
import type { Instant } from '../quantities/units.ts';
import type { RouteInput } from '../route/buildRoute.ts';
import { editedRoute } from '../route/edit/editedRoute.ts';
import type { RouteEdit } from '../route/edit/routeEdit.ts';
import { HOUSE_DEFAULTS, HOUSE_SWITCHES, type HouseRules } from '../route/houseRules.ts';
import type { RouteStep } from '../route/piece.ts';
import { sumsOf } from '../route/routeSums.ts';
import { templateById } from '../route/template/templates.ts';
import { meansOf, problemOf, type Shop, stepsOf } from '../workshop/workshop.ts';

/** A piece the house rules are tried on. */
export type HouseSample = {
  readonly template: string;
  readonly input: Omit<RouteInput, 'template' | 'means'>;
  readonly edits: readonly RouteEdit[];
};
/** What one side of a switch makes of a piece; `ready`: minutes from now, in a shop with nothing else to do. */
export type HouseEffect = {
  readonly rule: string;
  readonly value: string;
  readonly minutes: number;
  readonly litres: number;
  readonly ready: number | null;
};

/** Every side of every switch tried on one piece, each planned for real in this shop without its other pieces. */
export function houseEffects(shop: Shop, now: Instant, sample: HouseSample): HouseEffect[] {
  const input: RouteInput = { ...sample.input, template: templateById.get(sample.template)!, means: meansOf(shop) };
  return HOUSE_SWITCHES.flatMap((s) =>
    s.sides.map(({ value }) => {
      const steps = underHouse(input, sample.edits, { [s.rule]: value });
      const ready = readyAlone(shop, now, steps);
      const { minutes, litres } = sumsOf(steps);
      return { rule: s.rule, value, minutes, litres, ready: ready === undefined ? null : ready - now };
    }),
  );
}

function readyAlone(shop: Shop, now: Instant, steps: readonly RouteStep[]): Instant | undefined {
  const id = 'sample';
  const piece = {
    id,
    name: id,
    kind: 'stock' as const,
    arrival: now,
    due: null,
    promised: false,
    active: true,
    steps: stepsOf(id, steps),
  };
  return planAfresh(problemOf(shop, [piece], now)).ready[id];
}

/** The same piece under other house rules; what it overrules itself stays. @throws {RangeError} on impossible sizes */
function underHouse(input: RouteInput, edits: readonly RouteEdit[], house: Partial<HouseRules>): readonly RouteStep[] {
  const means = { ...input.means, house: { ...HOUSE_DEFAULTS, ...input.means.house, ...house } };
  return editedRoute({ ...input, means }, edits).steps;
}
