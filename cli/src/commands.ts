import { PLANNING_INPUTS } from '@app/contract';
import {
  assertNever,
  type Brief,
  conflictsOf,
  dimensionFaults,
  editedRoute,
  explained,
  gainOfOneMore,
  outlookOf,
  type PieceToPlan,
  pinEffect,
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
  sayNoRoomFor,
  sayNotice,
  type Scarce,
  templateById,
  verify,
  withLeftOut,
} from '@app/core';
import { ValidationError } from 'yup';

export type Answer =
  | { readonly kind: 'done'; readonly output: unknown; readonly exitCode: 0 | 1 }
  | { readonly kind: 'failed'; readonly words: string; readonly exitCode: 2 };

const USAGE = `Usage: mokume route|plan|promise|verify|ask < in.json > out.json, or mokume solve --seconds S [--seed N] INSTANCE PLAN
  route   { template, dimensions, survey, brief, zones?, edits?, means? } -> route with steps, zones, notes, conflicts
  plan    { problem, previous?, touched? }                          -> plan
  promise { problem, plan?, piece, wanted?, runs?, seed? }          -> earliest, chances, and remedies for a wanted date
  verify  { problem, plan }                                         -> list of broken rules; exit 1 when there are any
  ask     { problem, plan, question }                               -> why: what each step waits for; pin { step, at }: what
          that does; one-more { on }: what one more hand, place or tool gives; what-if { problem }: the plan in another shop
A problem may leave out "products" to use the built-in library.`;

type Command = keyof typeof PLANNING_INPUTS;
/** What a command takes, once its schema found it whole. */
type Input = Readonly<Record<string, unknown>>;

/** Runs one command on JSON text. Bad input is answered in words, by the field that is wrong; never thrown. */
export function runCommand(name: string, read: () => string): Answer {
  if (!Object.hasOwn(PLANNING_INPUTS, name))
    return failed(name === '' ? USAGE : `There is no command "${name}".\n${USAGE}`);
  const command = name as Command;
  let input: unknown;
  try {
    input = JSON.parse(read());
  } catch (error) {
    return failed(`The input is not readable JSON: ${(error as Error).message}`);
  }
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    return failed(`The input must be a JSON object.\n${USAGE}`);
  try {
    PLANNING_INPUTS[command].validateSync(input, { strict: true, abortEarly: false });
  } catch (error) {
    if (error instanceof ValidationError) return failed(fieldsOf(error));
    throw error;
  }
  return run(command, input as Input);
}

/** More than anybody reads at once. */
const MOST_FIELDS = 20;
function fieldsOf(error: ValidationError): string {
  const all = error.inner.length > 0 ? error.inner : [error];
  const lines = all.map((e) => (e.path && !e.message.includes(e.path) ? `${e.path}: ${e.message}` : e.message));
  const more = lines.length > MOST_FIELDS ? [`and ${lines.length - MOST_FIELDS} more.`] : [];
  return [...lines.slice(0, MOST_FIELDS), ...more].join('\n');
}

function run(command: Command, input: Input): Answer {
  switch (command) {
    case 'route':
      return route(input);
    case 'plan':
      return plan(input);
    case 'promise':
      return promise(input);
    case 'verify':
      return check(input);
    case 'ask':
      return ask(input);
    default:
      return assertNever(command);
  }
}

function route(input: Input): Answer {
  const { survey, brief, zones, kind } = input as Omit<RouteInput, 'template'>;
  const template = templateById.get(String(input['template']))!;
  const dimensions = (input['dimensions'] ?? {}) as RouteInput['dimensions'];
  const faults = dimensionFaults(template, dimensions);
  if (faults.length > 0) return failed(faults.join('\n'));
  const edits = (input['edits'] ?? []) as RouteEdit[];
  const means = (input['means'] ?? { people: 1, sprayer: false }) as RouteInput['means'];
  const asked: RouteInput = {
    template,
    dimensions,
    survey,
    brief: brief satisfies Brief,
    zones,
    means,
    ...(kind ? { kind } : {}),
  };
  const built = editedRoute(asked, edits);
  return done({ ...built, conflicts: conflictsOf(asked, edits, built) });
}

function plan(input: Input): Answer {
  const sound = sanitise(problemIn(input));
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
function promise(input: Input): Answer {
  const problem = problemIn(input);
  const piece = input['piece'] as PieceToPlan;
  const whole = { ...problem, pieces: [...problem.pieces, piece] };
  const faults = problemFaults(whole);
  if (faults.length > 0) return failed(faults.map(sayFault).join('\n'));
  const current = (input['plan'] as Plan | undefined) ?? planAfresh(problem);
  const found = promiseFor(whole, current, piece.id, Number(input['runs'] ?? 200), Number(input['seed'] ?? 1));
  if (found.kind === 'noRoom') return done({ ...found, words: found.reasons.map(sayNoRoomFor) });
  const { plan: _plan, ...answer } = found;
  const wanted = input['wanted'];
  return done(typeof wanted === 'number' ? { ...answer, remedies: remedies(problem, current, piece, wanted) } : answer);
}

function check(input: Input): Answer {
  const problem = problemIn(input);
  const faults = problemFaults(problem);
  if (faults.length > 0) return failed(faults.map(sayFault).join('\n'));
  const violations = verify(problem, input['plan'] as Plan);
  return { kind: 'done', output: violations, exitCode: violations.length > 0 ? 1 : 0 };
}

type Question =
  | { readonly kind: 'why' }
  | { readonly kind: 'pin'; readonly step: string; readonly at: number }
  | { readonly kind: 'one-more'; readonly on: Scarce }
  | { readonly kind: 'what-if'; readonly problem: Problem };

/** The questions the screens ask, of a problem and its plan. */
function ask(input: Input): Answer {
  const problem = problemIn(input);
  const current = input['plan'] as Plan;
  const question = input['question'] as Question;
  switch (question.kind) {
    case 'why':
      return done(explained(problem, current, problem.pieces.length));
    case 'pin':
      if (!problem.pieces.some((p) => p.steps.some((s) => s.id === question.step)))
        return failed(`question.step: no piece has the step "${question.step}"`);
      return done(pinEffect(problem, current, question.step, { at: question.at }));
    case 'one-more':
      return done(gainOfOneMore(problem, current, question.on));
    case 'what-if':
      return done(outlookOf(problem, current, problemIn({ problem: question.problem })));
    default:
      return assertNever(question);
  }
}

const problemIn = (input: Input): Problem => ({ products: PRODUCTS, ...(input['problem'] as object) }) as Problem;

const done = (output: unknown): Answer => ({ kind: 'done', output, exitCode: 0 });
const failed = (words: string): Answer => ({ kind: 'failed', words, exitCode: 2 });
