import './faultWords.ts';
import { ACTS, COATS, EDIT_OPS, FILMS, GRITS, isHexColour, METHODS, SANDINGS, SKILLS } from '@app/core';
import { array, boolean, lazy, number, object, string, type AnyObjectSchema } from 'yup';
import { hex, words } from './fields.ts';

const key = () => words(60).required();
const minutes = (max: number) =>
  number().integer('Minutes are whole.').min(0).max(max, `At most ${max} minutes.`).required();

/** What a step does to a surface: its kind, and what that kind needs said. */
const act = object({
  do: string()
    .oneOf([...ACTS], 'There is no such work.')
    .required(),
  to: string().oneOf([...SANDINGS]),
  grits: array(number().oneOf(GRITS, 'There is no such paper.').required()).max(8),
  all: boolean(),
  soaked: boolean(),
  of: string().oneOf(['lead', 'cloth', 'bleed', 'patch']),
  until: string().oneOf(['lead', 'yes', 'here']),
})
  .noUnknown()
  .test('whole', 'Say which paper it is sanded with.', (a) => a.do !== 'abrade' || (a.to !== undefined && !!a.grits));

/** A step a person adds to a route. */
export const OwnStepInput = object({
  key: key(),
  title: words(80).required('Name the step.').min(1),
  zones: array(words(40).required()).min(1, 'Choose at least one zone.').max(40).required(),
  minutes: minutes(1440).min(5, 'A step takes at least 5 minutes.'),
  hands: number().oneOf([1, 2]).required(),
  skill: string()
    .oneOf([...SKILLS])
    .required(),
  product: words(60).nullable().default(null),
  coat: string()
    .nullable()
    .default(null)
    .test('coat', 'Choose a kind of layer.', (c) => c == null || (COATS as readonly string[]).includes(c)),
  colour: string()
    .nullable()
    .default(null)
    .test('hex', 'Enter a colour like #3d5a45.', (h) => h == null || isHexColour(h)),
  dusty: boolean().required(),
  acts: array(act).max(6).optional().default(undefined),
  wait_minutes: minutes(30 * 1440),
});

const FIELDS = {
  strike: { step: key(), why: words(120).required('Say why it is left out.').min(1, 'Say why it is left out.') },
  add: { after: words(60).nullable().default(null), step: OwnStepInput.required() },
  move: { step: key(), after: words(60).nullable().default(null) },
  product: { step: key(), product: words(60).required() },
  can: { step: key(), product: words(60).required(), colour: hex() },
  zones: { step: key(), zones: array(words(40).required()).min(1).max(40).required() },
  method: {
    step: key(),
    method: string()
      .oneOf([...METHODS])
      .required(),
  },
  film: {
    step: key(),
    thickness: number()
      .oneOf([...FILMS], 'Thin, as usual or thick.')
      .required(),
  },
  coats: {
    series: key(),
    count: number().integer().min(1, 'Enter 1 to 12 coats.').max(12, 'Enter 1 to 12 coats.').required(),
  },
  minutes: { step: key(), minutes: minutes(1440).min(5, 'A step takes at least 5 minutes.') },
  split: { step: key() },
  wait: { step: key(), minutes: minutes(30 * 1440) },
  hold: { key: key(), before: key(), title: words(80).required('Say what it waits for.') },
  redo: { step: key(), round: number().integer().min(1).max(99).required() },
  block: { step: key(), round: number().integer().min(1).max(99).required() },
} as const;

/** One change to a route; which fields it has follows from its kind. */
export const EditInput = lazy((e: unknown): AnyObjectSchema => {
  const op = (e as { op?: string } | null)?.op ?? '';
  const kind = string()
    .oneOf([...EDIT_OPS], 'There is no such change.')
    .required();
  return op in FIELDS ? object({ op: kind, ...FIELDS[op as keyof typeof FIELDS] }).noUnknown() : object({ op: kind });
});
export const edits = array(EditInput).max(200, 'A route takes at most 200 changes.').required();
