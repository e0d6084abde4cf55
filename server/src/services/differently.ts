import type { CommandAnswer, StepDifferently, WorkshopView } from '@app/contract';
import { assertNever, canFor, type OwnStep, type RouteEdit, type RouteStep, seriesOf, type Took } from '@app/core';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import { stepsOfPiece } from '../store/shopParts.ts';
import { mustBeOnShelf, putBack, takeFromCan, takeOut } from './cans.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { rebuildPiece } from './routes.ts';
import { addEdit, addRework, crew, doneState, findStep, type Found, happened, whereItDries } from './steps.ts';

/** What was done otherwise than the route says: the log is the truth, and route, shelf and plan follow it. */
export function tellDifferently(
  deps: Deps,
  actor: Actor,
  stepId: string,
  input: StepDifferently,
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const found: Found = { id: stepId, ...(await findStep(rows, stepId)) };
      await rows.mustBeSeen('steps', stepId, input.version);
      const words = await tell(deps, rows, view, found, input);
      const { piece_id, route } = found.step;
      return {
        summary: `“${route.title}” on ${found.piece}: ${words}`,
        piece: piece_id,
        touched: [piece_id],
        planning: 'repair',
        hasHappened: true,
        isTap: true,
      };
    },
  });
}

/** The shop and its plan as they were before. */
type Seen = Pick<WorkshopView, 'shop' | 'plan'>;

async function tell(deps: Deps, rows: Recorder, view: Seen, found: Found, input: StepDifferently): Promise<string> {
  const { kind } = input;
  switch (kind) {
    case 'can':
      return otherCan(deps, rows, view, found, input);
    case 'zones':
      return otherZones(deps, rows, view, found, input);
    case 'coats':
      return otherCoats(rows, found, input);
    case 'litres':
      return otherLitres(deps, rows, view, found, input);
    case 'spilled': {
      if (input.litres === undefined) throw fault('litres', 'Enter how much was spilled.');
      const can = mustBeOnShelf(view.shop, input.paint);
      const lost = await takeOut(rows, can, input.litres);
      return `${Math.round(lost * 1000)} mL of ${can.name} spilled`;
    }
    default:
      return assertNever(kind);
  }
}

/** It is done, with this route; what it took comes off the shelf. @param told how much that was; missing: as reckoned */
async function finishAs(
  deps: Deps,
  rows: Recorder,
  { shop, plan }: Seen,
  { id, step }: Found,
  route: RouteStep,
  input: StepDifferently,
  told?: Took,
): Promise<void> {
  const until = step.state.kind === 'done' ? step.state.until : happened(deps, input.at);
  const by = step.state.kind === 'done' ? step.state.by : await crew(rows, input.by);
  if (step.state.kind === 'done' && step.state.took) await putBack(rows, step.state.took);
  if (told) await takeOut(rows, mustBeOnShelf(shop, told.paint), told.litres);
  const took = told ?? (await takeFromCan(rows, shop, route));
  const state = {
    ...doneState(step, until, by),
    ...(took ? { took } : {}),
    ...whereItDries(step, shop, plan.steps[id]?.stations ?? []),
  };
  await rows.update('steps', id, { route, state }, input.version);
}

async function otherCan(deps: Deps, rows: Recorder, view: Seen, found: Found, input: StepDifferently): Promise<string> {
  const { route } = found.step;
  if (route.coat === null) throw fault('kind', 'It lays no coat, so no other can was used.');
  const can = mustBeOnShelf(view.shop, input.paint);
  await finishAs(deps, rows, view, found, { ...route, product: can.product, colour: can.hex, hides: undefined }, input);
  if (can.product !== route.product && !input.isWrong)
    await addEdit(rows, found.step.piece_id, () => ({ op: 'product', step: route.key, product: can.product }));
  if (!input.isWrong) return `done with ${can.name}`;
  const { step } = await findStep(rows, found.id);
  await addRework(deps, rows, { ...found, step }, 'redo', { version: step.version, by: input.by });
  return `laid with ${can.name} by mistake: sanded back and laid again`;
}

/** It took more or less than was reckoned: what its painter measured counts, on the shelf and in the shop's own book. */
async function otherLitres(
  deps: Deps,
  rows: Recorder,
  view: Seen,
  found: Found,
  input: StepDifferently,
): Promise<string> {
  const { route, state } = found.step;
  if (route.coat === null) throw fault('kind', 'It lays no coat, so it took nothing out of a can.');
  if (input.litres === undefined) throw fault('litres', 'Enter how much it took.');
  const known = state.kind === 'done' ? state.took?.paint : undefined;
  const can = mustBeOnShelf(view.shop, input.paint ?? known ?? canFor(view.shop.paints, route)?.id);
  await finishAs(deps, rows, view, found, route, input, { paint: can.id, litres: input.litres, isTold: true });
  return `it took ${Math.round(input.litres * 1000)} mL of ${can.name}`;
}

/** Only some of its zones were done: they are done, and the rest is a step of its own behind it. */
async function otherZones(
  deps: Deps,
  rows: Recorder,
  view: Seen,
  found: Found,
  input: StepDifferently,
): Promise<string> {
  const { route, piece_id } = found.step;
  const done = route.zones.filter((z) => input.zones?.includes(z));
  const rest = route.zones.filter((z) => !done.includes(z));
  if (done.length === 0 || rest.length === 0)
    throw fault('zones', 'Choose some of its parts. When all of them are done, tap Done.');
  const { zones } = await rows.mustRead('pieces', piece_id);
  const area = (ids: readonly string[]) => zones.filter((z) => ids.includes(z.id)).reduce((n, z) => n + z.area_m2, 0);
  const whole = area(route.zones);
  const share = whole > 0 ? area(done) / whole : done.length / route.zones.length;
  const names = rest.map((id) => zones.find((z) => z.id === id)?.name.toLowerCase() ?? id).join(', ');
  await finishAs(deps, rows, view, found, { ...route, zones: done, litres: route.litres * share }, input);
  const { edits } = await rows.mustRead('pieces', piece_id);
  const step = restStep(route, rest, `${route.title}: the rest (${names})`, 1 - share, edits);
  // The step itself is on what was done: what is left follows what really went before it there.
  await rebuildPiece(rows, piece_id, {
    edits: [...edits, { op: 'zones', step: route.key, zones: done }, { op: 'add', after: route.key, step }],
  });
  return `done but for ${names}`;
}

const SHORTEST_REST = 5;

function restStep(
  route: RouteStep,
  zones: readonly string[],
  title: string,
  share: number,
  edits: readonly RouteEdit[],
): OwnStep {
  const { hands, skill, product, coat, colour, dusty, acts } = route;
  const number = 1 + edits.filter((e) => e.op === 'add').length;
  return {
    key: `rest-${number}-${route.key}`.slice(0, 60),
    title: title.slice(0, 80),
    zones,
    minutes: Math.max(SHORTEST_REST, Math.round(route.work_minutes * share)),
    hands: hands === 0 ? 1 : hands,
    skill,
    product,
    coat,
    colour,
    dusty,
    acts,
    wait_minutes: 0,
  };
}

async function otherCoats(rows: Recorder, found: Found, input: StepDifferently): Promise<string> {
  const { route, piece_id } = found.step;
  const series = seriesOf(route.key);
  if (series === null) throw fault('coats', 'It is not one of several coats. Add a step in the route instead.');
  if (input.coats === undefined) throw fault('coats', 'One coat more or one fewer.');
  const steps = await stepsOfPiece(rows, piece_id);
  const coats = steps.filter((s) => s.coat !== null && seriesOf(s.key) === series);
  const count = coats.length + input.coats;
  const begun = coats.filter((s) => s.state.kind !== 'planned').length;
  if (count < Math.max(1, begun)) throw fault('coats', 'All its coats have been begun; none is left to leave out.');
  await addEdit(rows, piece_id, () => ({ op: 'coats', series, count }));
  return input.coats > 0 ? 'one more coat' : 'one coat fewer';
}

const fault = (field: string, words: string) => new ApiError('INVALID_REQUEST', { fields: { [field]: words } });
