import {
  type Brief,
  conflictsOf,
  dimensionFaults,
  type Dimensions,
  editedRoute,
  type PieceToPlan,
  type Plan,
  planAfresh,
  type Problem,
  type ProblemFault,
  problemFaults,
  PRODUCTS,
  promiseFor,
  remedies,
  replan,
  type RouteEdit,
  type RouteInput,
  sanitise,
  sayFault,
  sayNoRoom,
  sayNotice,
  type Survey,
  templateById,
  TEMPLATES,
  verify,
  withLeftOut,
  type ZoneChoice,
} from '@app/core';

export type Answer =
  | { readonly kind: 'done'; readonly output: unknown; readonly exitCode: 0 | 1 }
  | { readonly kind: 'failed'; readonly words: string; readonly exitCode: 2 };

const USAGE = `Usage: mokume route|plan|promise|verify < in.json > out.json, or mokume solve --seconds S [--seed N] INSTANCE PLAN
  route   { template, dimensions, survey, brief, zones?, edits?, means? } -> route with steps, zones, notes, conflicts
  plan    { problem, previous?, touched? }                          -> plan
  promise { problem, plan?, piece, wanted?, runs?, seed? }          -> earliest, chances, and remedies for a wanted date
  verify  { problem, plan }                                         -> list of broken rules; exit 1 when there are any
A problem may leave out "products" to use the built-in library.`;

/** Runs one command on JSON text. Bad input is answered in words, never thrown. */
export function runCommand(name: string, read: () => string): Answer {
  const commands: Record<string, (input: Record<string, unknown>) => Answer> = { route, plan, promise, verify: check };
  const command = commands[name];
  if (!command) return failed(name === '' ? USAGE : `There is no command "${name}".\n${USAGE}`);
  let input: unknown;
  try {
    input = JSON.parse(read());
  } catch (error) {
    return failed(`The input is not readable JSON: ${(error as Error).message}`);
  }
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    return failed(`The input must be a JSON object.\n${USAGE}`);
  try {
    return command(input as Record<string, unknown>);
  } catch (error) {
    // The planner reads deep structures; whatever is missing in them shows up as one of these two.
    if (error instanceof TypeError || error instanceof RangeError)
      return failed(`The input lacks something or holds an impossible value: ${error.message}`);
    throw error;
  }
}

function route(input: Record<string, unknown>): Answer {
  const template = templateById.get(String(input['template']));
  if (!template) return failed(`"template" must be one of ${TEMPLATES.map((t) => t.id).join(', ')}.`);
  const dimensions = (input['dimensions'] ?? {}) as Dimensions;
  const faults = dimensionFaults(template, dimensions);
  if (faults.length > 0) return failed(faults.join('\n'));
  const edits = input['edits'] ?? [];
  if (!Array.isArray(edits)) return failed('"edits" must be a list of changes.');
  const asked: RouteInput = {
    template,
    dimensions,
    survey: input['survey'] as Survey,
    brief: input['brief'] as Brief,
    zones: input['zones'] as ZoneChoice | undefined,
    means: (input['means'] ?? { people: 1, sprayer: false }) as RouteInput['means'],
  };
  const route = editedRoute(asked, edits as RouteEdit[]);
  return done({ ...route, conflicts: conflictsOf(asked, edits as RouteEdit[], route) });
}

function plan(input: Record<string, unknown>): Answer {
  const problem = problemIn(input);
  const sound = sanitise(problem);
  if (!sound.problem) return failed(sound.faults.map(sayFault).join('\n'));
  const previous = input['previous'] as Plan | undefined;
  const found = previous
    ? replan(sound.problem, previous, (input['touched'] ?? []) as string[])
    : planAfresh(sound.problem);
  return done(inWords(withLeftOut(found, sound.leftOut), sound.faults));
}

/** The plan with what it could not place or keep, and what was wrong with the input, as sentences. */
const inWords = (found: Plan, faults: readonly ProblemFault[]) => ({
  ...found,
  unplanned: found.unplanned.map((u) => ({ ...u, words: sayNoRoom(u.reason) })),
  notices: found.notices.map((n) => ({ ...n, words: sayNotice(n) })),
  faults: faults.map(sayFault),
});

/** What can be promised for a piece that is not in the problem yet. */
function promise(input: Record<string, unknown>): Answer {
  const problem = problemIn(input);
  const piece = input['piece'] as PieceToPlan | undefined;
  if (typeof piece !== 'object' || piece === null) return failed('"piece" is missing.');
  const faults = problemFaults({ ...problem, pieces: [...problem.pieces, piece] });
  if (faults.length > 0) return failed(faults.map(sayFault).join('\n'));
  const runs = Number(input['runs'] ?? 200);
  if (!Number.isInteger(runs) || runs < 1 || runs > 100_000) return failed('"runs" must be 1 to 100000.');
  const current = (input['plan'] as Plan | undefined) ?? planAfresh(problem);
  const found = promiseFor(problem, current, piece, runs, Number(input['seed'] ?? 1));
  if (found.kind === 'noRoom') return done(found);
  const { plan: _plan, ...answer } = found;
  const wanted = input['wanted'];
  return done(typeof wanted === 'number' ? { ...answer, remedies: remedies(problem, current, piece, wanted) } : answer);
}

function check(input: Record<string, unknown>): Answer {
  const problem = problemIn(input);
  const faults = problemFaults(problem);
  if (faults.length > 0) return failed(faults.map(sayFault).join('\n'));
  if (typeof input['plan'] !== 'object' || input['plan'] === null) return failed('"plan" is missing.');
  const violations = verify(problem, input['plan'] as Plan);
  return { kind: 'done', output: violations, exitCode: violations.length > 0 ? 1 : 0 };
}

function problemIn(input: Record<string, unknown>): Problem {
  const problem = input['problem'];
  if (typeof problem !== 'object' || problem === null) throw new TypeError('"problem" is missing');
  return { products: PRODUCTS, ...problem } as Problem;
}

const done = (output: unknown): Answer => ({ kind: 'done', output, exitCode: 0 });
const failed = (words: string): Answer => ({ kind: 'failed', words, exitCode: 2 });
