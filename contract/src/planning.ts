import './faultWords.ts';
import { SKILLS, STAGES, STATION_KINDS, TEMPLATES } from '@app/core';
import { array, boolean, lazy, mixed, number, object, type Schema, string } from 'yup';
import { edits } from './editFields.ts';
import { brief, recordOf, survey, zoneChoice } from './pieceFields.ts';

/**
 * What the planner takes as JSON: its shape, so that a field that is missing or of the wrong kind is told by its path.
 * Whether what it says makes sense (a bench for nobody, steps in a circle) the planner tells itself, and plans the rest.
 */
const id = () => string().required();
const instant = () => number().required();
const oneOf = (list: readonly string[]) =>
  string().oneOf([...list], ({ path }) => `${path} is one of ${list.join(', ')}`);
const mapOf = (value: Schema) =>
  lazy((given: unknown) =>
    typeof given === 'object' && given !== null && !Array.isArray(given)
      ? object(Object.fromEntries(Object.keys(given).map((k) => [k, value])))
      : object().required(),
  );
const shift = object({ from: instant(), until: instant() });
const hours = object({
  weekly: array(array(shift).required()).length(7).required(),
  exceptions: array(object({ date: id(), shifts: array(shift).required() })).required(),
  blocks: array(
    object({ title: string().defined(), on: mixed().required(), from: instant(), until: instant() }),
  ).required(),
});
const limits = object({ minTemperature_c: number().required(), maxHumidity_pct: number().required() });
const person = object({
  id: id(),
  name: id(),
  hours: hours.required(),
  skills: mapOf(number()),
  entered: lazy((given: unknown) => (given === undefined ? mixed() : mapOf(number()))),
});
const station = object({
  id: id(),
  name: id(),
  kind: oneOf(STATION_KINDS).required(),
  capacity: number().required(),
  hours: hours.nullable().default(null),
  climate: id(),
  beside: array(id()),
  daylight: boolean(),
  guard: limits.nullable().default(null),
});
const tool = object({
  id: id(),
  name: id(),
  capacity: number().required(),
  hours: hours.nullable().default(null),
  cleanout_minutes: number(),
});
// A measurement that is missing is null; the planner says so and takes the hour before.
const climate = object({
  from: instant(),
  temperature_c: array(number().nullable().defined()).required(),
  humidity_pct: array(number().nullable().defined()).required(),
  air_mps: number(),
});
const product = object({
  id: id(),
  name: id(),
  chemistry: id(),
  stages_minutes: object(Object.fromEntries(STAGES.map((s) => [s, number().required()]))).required(),
});
const by = () => array(id()).required();
const state = lazy((given: { kind?: unknown } | undefined) => {
  const kind = oneOf(['planned', 'started', 'done']).required();
  if (given?.kind === 'started') return object({ kind, at: instant(), by: by() });
  if (given?.kind === 'done') return object({ kind, from: instant(), until: instant(), by: by() });
  return object({ kind }).required();
});
const link = object({
  step: id(),
  from: oneOf(['end', ...STAGES]).required(),
  min_minutes: number().required(),
  max_minutes: number().nullable().defined(),
  rescue: object({ title: id(), minutes: number().required() }).nullable().default(undefined),
});
const step = object({
  id: id(),
  title: id(),
  zones: array(id()).required(),
  work_minutes: number().required(),
  hands: number().oneOf([0, 1, 2]).required(),
  skill: oneOf(SKILLS).required(),
  splittable: boolean().required(),
  needs: array(
    object({
      kind: oneOf(STATION_KINDS).required(),
      units: number().required(),
      span: oneOf(['work', 'wet', 'both']).required(),
    }),
  ).required(),
  tool: string().nullable().defined(),
  product: string().nullable().defined(),
  dusty: boolean().required(),
  after: array(link).required(),
  state,
  pin: object({ notBefore: number(), at: number(), person: string() }).required(),
});
const piece = object({
  id: id(),
  name: id(),
  arrival: instant(),
  due: number().nullable().defined(),
  promised: boolean().required(),
  weight: number().required(),
  floor_units: number(),
  steps: array(step).required(),
});
const problem = object({
  now: instant(),
  horizon: instant(),
  timeZone: id(),
  people: array(person).required(),
  stations: array(station).required(),
  tools: array(tool).required(),
  climates: mapOf(climate),
  products: array(product),
  pieces: array(piece).required(),
});
const placement = object({
  start: instant(),
  end: instant(),
  people: array(id()).required(),
  stations: array(string().defined()).required(),
  dry: mapOf(number()),
});
const plan = object({
  steps: mapOf(placement),
  ready: mapOf(number()),
  unplanned: array(mixed().required()).required(),
  notices: array(mixed().required()).required(),
});

/** What each command of the command line takes. */
export const PLANNING_INPUTS = {
  route: object({
    template: oneOf(TEMPLATES.map((t) => t.id)).required(),
    dimensions: recordOf(() => number().required(), 12),
    survey: survey.required(),
    brief: brief.required(),
    zones: zoneChoice.optional().default(undefined),
    edits: edits.optional().default(undefined),
    kind: oneOf(['client', 'stock']),
    means: object({ people: number().required(), sprayer: boolean().required() }).optional().default(undefined),
  }),
  plan: object({
    problem: problem.required(),
    previous: plan.optional().default(undefined),
    touched: array(id()),
  }),
  promise: object({
    problem: problem.required(),
    plan: plan.optional().default(undefined),
    piece: piece.required(),
    wanted: number(),
    runs: number()
      .integer('runs must be 1 to 100000')
      .min(1, 'runs must be 1 to 100000')
      .max(100_000, 'runs must be 1 to 100000'),
    seed: number().integer(),
  }),
  verify: object({ problem: problem.required(), plan: plan.required() }),
  ask: object({
    problem: problem.required(),
    plan: plan.required(),
    question: lazy((q: { kind?: unknown } | undefined) => {
      const kind = oneOf(['why', 'pin', 'one-more', 'what-if']).required();
      if (q?.kind === 'pin') return object({ kind, step: id(), at: instant() });
      if (q?.kind === 'one-more')
        return object({ kind, on: object({ kind: oneOf(['person', 'space', 'tool']).required() }).required() });
      if (q?.kind === 'what-if') return object({ kind, problem: problem.required() });
      return object({ kind }).required();
    }),
  }),
} as const;
