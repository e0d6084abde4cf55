import type { StepDone, StepPin, StepProblem, StepStart } from '@app/contract';
import {
  assertNever,
  dryingPlaces,
  type Instant,
  isOnGrid,
  latestEnds,
  learn,
  nextRound,
  openBefore,
  type Outcome,
  type Pin,
  type RouteEdit,
  type Shop,
  sayLength,
  sayNoRoom,
  sayNotice,
  type RouteStep,
  type WorkState,
} from '@app/core';
import type { CommandAnswer, WorkshopView } from '@app/contract';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import type { Records } from '../store/records.ts';
import { type Actor, carryOut, type Deps, type Done } from './commands.ts';
import { takeFromCan } from './cans.ts';
import { mustBeHere } from './mustBeHere.ts';
import { rebuildPiece } from './routes.ts';

export type StepFields = Records['steps'] & { readonly version: number };

export function startStep(deps: Deps, actor: Actor, stepId: string, input: StepStart): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const found = await findStep(rows, stepId);
      const corrects = found.step.state.kind === 'started' && input.corrects === true;
      if (found.step.state.kind !== 'planned' && !corrects) throw new ApiError('STEP_STATE');
      const at = happened(deps, input.at);
      const by = await crew(rows, input.by);
      const { step, piece, version, words } = await caughtUp(deps, rows, view, { id: stepId, ...found, at }, input);
      const state: WorkState =
        step.state.kind === 'started'
          ? { ...step.state, at, by }
          : { ...laidDown(step.state), kind: 'started', at, by };
      await rows.update('steps', stepId, { state }, version);
      return {
        summary: `${corrects ? 'Corrected when it was started:' : 'Started'} “${step.route.title}” on ${piece}${words}`,
        piece: step.piece_id,
        touched: [step.piece_id],
        planning: 'repair',
        hasHappened: true,
        isTap: true,
      };
    },
  });
}

export function finishStep(deps: Deps, actor: Actor, stepId: string, input: StepDone): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: (rows, { view }) => finishWithin(deps, rows, view, stepId, input),
  });
}

type Seen = Pick<WorkshopView, 'shop' | 'plan' | 'pieces'>;

/**
 * What a step waited for and nobody had ticked is done first, where that is said: each at the latest it can have been. What
 * somebody ticked meanwhile stays as they said. A test may change the route, so that the step is read again after it.
 * @param at when the step began
 * @returns the step, the version it is to be written with, and what to add to the log
 */
async function caughtUp(
  deps: Deps,
  rows: Recorder,
  view: Seen,
  { id, step, piece, at }: Found & { readonly at: Instant },
  { before, version, by, commandId }: Pick<StepDone, 'before' | 'version' | 'by' | 'commandId'>,
): Promise<{ step: StepFields; piece: string; version: number; words: string }> {
  if (!before || before.steps.length === 0) return { step, piece, version, words: '' };
  await rows.mustBeSeen('steps', id, version);
  const own = view.pieces.find((p) => p.id === step.piece_id)!.steps;
  const open = openBefore(own, id).filter((s) => before.steps.includes(s.id));
  const ends = latestEnds(
    open,
    own.find((s) => s.id === id)!,
    at,
    view,
  );
  const titles: string[] = [];
  for (const s of open) {
    const row = await rows.read('steps', s.id);
    // A test before it may have taken it out of the route.
    if (!row) continue;
    const outcome = before.outcomes.find((o) => o.step === s.id)?.outcome;
    await finishWithin(deps, rows, view, s.id, { commandId, version: row.version, by, at: ends.get(s.id)!, outcome });
    titles.push(s.title);
  }
  const now = await findStep(rows, id);
  const said = titles.length === 1 ? `“${titles[0]}”` : `${titles.length} steps before it`;
  return { ...now, version: now.step.version, words: titles.length > 0 ? `, and ${said}` : '' };
}

/** Takes a step as done, within a command. @returns what was done, for the command */
export async function finishWithin(
  deps: Deps,
  rows: Recorder,
  view: Seen,
  stepId: string,
  input: StepDone,
): Promise<Done> {
  const { shop, plan } = view;
  const found = await findStep(rows, stepId);
  const corrects = found.step.state.kind === 'done' && input.corrects === true;
  if (found.step.state.kind === 'done' && !corrects) throw new ApiError('STEP_STATE');
  const until = happened(deps, input.at);
  const { from } = doneState(found.step, until, []);
  const { step, piece, version, words } = await caughtUp(deps, rows, view, { id: stepId, ...found, at: from }, input);
  const took = step.state.kind === 'done' ? step.state.took : await takeFromCan(rows, shop, step.route);
  const state = {
    ...doneState(step, until, await crew(rows, input.by)),
    ...(took ? { took } : {}),
    ...whereItDries(step, shop, plan.steps[stepId]?.stations ?? []),
  };
  const outcome = corrects && input.outcome === undefined ? null : outcomeOf(step.route, input.outcome);
  await rows.update('steps', stepId, { state }, version);
  if (outcome) await learnFrom(rows, step.piece_id, outcome);
  return {
    summary: `${corrects ? 'Corrected: ' : ''}“${step.route.title}” done on ${piece}${outcome ? `: ${outcome.words.toLowerCase()}` : ''}${words}`,
    piece: step.piece_id,
    touched: [step.piece_id],
    planning: 'repair',
    hasHappened: true,
    isTap: true,
  };
}

/** Places in whose air what was laid dries: kept with the step, since the plan forgets a piece that has left. */
export function whereItDries({ state, route }: StepFields, shop: Shop, stood: readonly string[]) {
  if (route.product === null) return {};
  if (state.kind === 'done') return state.places ? { places: state.places } : {};
  const stations = stood.flatMap((id) => shop.stations.filter((s) => s.id === id));
  const isKnown = stations.length === route.needs.length && stations.length > 0;
  return isKnown ? { places: dryingPlaces(route.needs, stations) } : {};
}

/** What a test showed. @throws {ApiError} when it had to be said and was not */
function outcomeOf(step: RouteStep, said: string | undefined): Outcome | null {
  if (step.outcomes.length === 0) return null;
  const outcome = step.outcomes.find((o) => o.id === said);
  if (!outcome)
    throw new ApiError('INVALID_REQUEST', {
      fields: { outcome: `Say what it showed: ${step.outcomes.map((o) => o.words.toLowerCase()).join(', ')}.` },
    });
  return outcome;
}

/** The piece is known better now: its route is built again with what the test showed. */
async function learnFrom(rows: Recorder, pieceId: string, outcome: Outcome): Promise<void> {
  const piece = await rows.mustRead('pieces', pieceId);
  await rebuildPiece(rows, pieceId, { survey: learn(piece.survey, outcome.learns) });
}

/**
 * A step nobody tapped as started is taken to have run its own length up to its end; one whose end is corrected took as long
 * as it was noted.
 */
export function doneState(
  { state, route }: StepFields,
  until: Instant,
  by: readonly string[],
): WorkState & { readonly kind: 'done' } {
  const length = state.kind === 'done' ? state.until - state.from : route.work_minutes;
  const from = state.kind === 'started' ? state.at : until - length;
  if (until < from) throw new ApiError('INVALID_REQUEST', { fields: { at: 'It cannot end before it started.' } });
  const isTimed = state.kind === 'started' || (state.kind === 'done' && state.timed === true);
  return {
    ...laidDown(state),
    ...(isTimed ? { timed: true } : {}),
    kind: 'done',
    from,
    until,
    by: route.hands === 0 ? [] : by,
  };
}

/** What earlier sittings did of it stays known, and that somebody came too soon. */
const laidDown = ({ worked, tooSoon }: WorkState) => ({
  ...(worked ? { worked } : {}),
  ...(tooSoon ? { tooSoon } : {}),
});

export function reportProblem(deps: Deps, actor: Actor, stepId: string, input: StepProblem): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const { step, piece } = await findStep(rows, stepId);
      const summary = await recordProblem(deps, rows, { id: stepId, step, piece }, input);
      const { piece_id } = step;
      return { summary, piece: piece_id, touched: [piece_id], planning: 'repair', hasHappened: true, isTap: true };
    },
  });
}

export type Found = { readonly id: string; readonly step: StepFields; readonly piece: string };

/** @returns what happened, for the log */
async function recordProblem(deps: Deps, rows: Recorder, found: Found, input: StepProblem): Promise<string> {
  const name = `“${found.step.route.title}” on ${found.piece}`;
  switch (input.kind) {
    case 'not-dry':
      return `Not dry yet for ${name}: waits another ${sayLength(await waitLonger(deps, rows, found, input))}`;
    case 'hold':
      await addHold(deps, rows, found.step, input);
      return `${name} waits for ${input.title ?? 'someone'}`;
    case 'redo':
      await addRework(deps, rows, found, 'redo', input);
      return `${name} failed and is done again`;
    case 'bleed-through':
      await addRework(deps, rows, found, 'block', input);
      return `${name} shows bleed-through: one more coat of primer first`;
    default:
      return assertNever(input.kind);
  }
}

/** @returns minutes it waits from now */
async function waitLonger(deps: Deps, rows: Recorder, { id, step }: Found, input: StepProblem): Promise<number> {
  const wait = input.minutes ?? 60;
  const notBefore = Math.max(deps.clock.now() + wait, step.pin.notBefore ?? 0);
  if (step.state.kind !== 'planned') throw new ApiError('STEP_STATE');
  const state = { ...step.state, tooSoon: [...(step.state.tooSoon ?? []), deps.clock.now()] };
  await rows.update('steps', id, { state, pin: { ...step.pin, at: undefined, notBefore } }, input.version);
  return wait;
}

/** @throws {ApiError} STEP_STATE while it has not been begun */
export async function addRework(
  deps: Deps,
  rows: Recorder,
  { id: stepId, step: failed }: Found,
  op: 'redo' | 'block',
  input: Pick<StepProblem, 'version' | 'by'>,
): Promise<void> {
  if (failed.state.kind === 'planned')
    throw new ApiError('STEP_STATE', { detail: 'It has not been started, so it cannot have failed.' });
  if (failed.state.kind === 'started')
    await rows.update(
      'steps',
      stepId,
      { state: doneState(failed, deps.clock.now(), await crew(rows, input.by)) },
      input.version,
    );
  if (op === 'block' && failed.route.coat === null)
    throw new ApiError('INVALID_REQUEST', { fields: { kind: 'Only a coat can bleed through.' } });
  const step = failed.route.key;
  await addEdit(rows, failed.piece_id, (edits) => ({ op, step, round: nextRound(edits, op, step) }));
}

/** Waiting for someone or something until a date; the step it stands before starts no earlier. */
async function addHold(deps: Deps, rows: Recorder, step: StepFields, { title, until }: StepProblem): Promise<void> {
  if (step.state.kind !== 'planned')
    throw new ApiError('STEP_STATE', { detail: 'Only a step still to come can be held.' });
  if (!title) throw new ApiError('INVALID_REQUEST', { fields: { title: 'Say what it waits for.' } });
  if (until === undefined || until <= deps.clock.now())
    throw new ApiError('INVALID_REQUEST', { fields: { until: 'Enter a day and a time still to come.' } });
  await addEdit(
    rows,
    step.piece_id,
    (edits) => ({
      op: 'hold',
      key: `hold-${1 + edits.filter((e) => e.op === 'hold').length}`,
      before: step.route.key,
      title: `Wait for ${title}`,
    }),
    { notBefore: until },
  );
}

/** One more change to a piece's route, made by what happened. */
export async function addEdit(
  rows: Recorder,
  pieceId: string,
  make: (edits: readonly RouteEdit[]) => RouteEdit,
  pin?: Pin,
): Promise<void> {
  const { edits } = await rows.mustRead('pieces', pieceId);
  const edit = make(edits);
  const pins = pin && edit.op === 'hold' ? { [edit.key]: pin } : {};
  await rebuildPiece(rows, pieceId, { edits: [...edits, edit], pins });
}

export function pinStep(deps: Deps, actor: Actor, stepId: string, input: StepPin): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const { step, piece } = await findStep(rows, stepId);
      if (step.state.kind !== 'planned')
        throw new ApiError('STEP_STATE', { detail: 'Only a step still to come can be moved.' });
      const pin: Pin = Object.fromEntries(Object.entries(input.pin).filter(([, v]) => v !== undefined));
      if (pin.person !== undefined) await crew(rows, pin.person);
      if (pin.at !== undefined && !isOnGrid(pin.at))
        throw new ApiError('INVALID_REQUEST', { fields: { 'pin.at': 'Start on a 5-minute mark.' } });
      await rows.update('steps', stepId, { pin }, input.version);
      const isFree = Object.keys(pin).length === 0;
      return {
        summary: isFree
          ? `“${step.route.title}” on ${piece} is free to move`
          : `“${step.route.title}” on ${piece} is pinned`,
        piece: step.piece_id,
        touched: [step.piece_id],
        planning: 'repair',
        accept: (plan) => {
          const clash = plan.notices.find((n) => n.step === stepId && n.kind === 'pin-not-kept') ?? undefined;
          const left = plan.unplanned.find((u) => u.step === stepId);
          if (clash || left)
            throw new ApiError('PIN_CLASH', { detail: left ? sayNoRoom(left.reason) : sayNotice(clash!) });
        },
      };
    },
  });
}

export async function findStep(rows: Recorder, stepId: string): Promise<{ step: StepFields; piece: string }> {
  const step = await rows.mustRead('steps', stepId);
  const { name } = await mustBeHere(rows, step.piece_id);
  return { step, piece: name };
}

export async function crew(rows: Recorder, personId: string): Promise<string[]> {
  if (!(await rows.read('people', personId)))
    throw new ApiError('INVALID_REQUEST', { fields: { by: 'This person is not in the shop.' } });
  return [personId];
}

/** When something happened: now, or the past moment told; never the future. */
export function happened(deps: Deps, at: Instant | undefined): Instant {
  const now = deps.clock.now();
  if (at !== undefined && at > now)
    throw new ApiError('INVALID_REQUEST', { fields: { at: 'That is in the future. Enter when it really happened.' } });
  return at ?? now;
}
