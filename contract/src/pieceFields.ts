import {
  APPROVALS,
  FINDINGS,
  FINISHES,
  GROUPS,
  HARDWARE,
  HOUSE_SWITCHES,
  LOOKS,
  REFUSALS,
  SEALERS,
  SHEENS,
  TEMPLATES,
  TOP_KINDS,
  USES,
  WOODS,
} from '@app/core';
import { array, boolean, lazy, number, object, string, type AnyObject, type ObjectSchema } from 'yup';
import { colour, instantField, name, words } from './fields.ts';

const oneOf = <T extends string>(list: readonly T[], message?: string) =>
  string().oneOf([...list], message ?? `Choose one of ${list.join(', ')}.`);
const listOf = <T extends string>(list: readonly T[]) => array(oneOf(list).required()).max(list.length);

/** An object whose keys are not known beforehand, each value by the same schema; at most `max` keys. */
const recordOf = (value: (key: string) => AnyObject, max: number) =>
  lazy((given: unknown) =>
    object(
      Object.fromEntries(
        Object.keys(given ?? {})
          .slice(0, max)
          .map((k) => [k, value(k)]),
      ) as never,
    ),
  );

const condition = {
  wood: oneOf(WOODS),
  finish: oneOf(FINISHES),
  layers: number().integer().min(0, 'Layers are 0 to 12.').max(12, 'Layers are 0 to 12.'),
};
export const survey = object({
  wood: condition.wood.required(),
  finish: condition.finish.required(),
  layers: condition.layers.required(),
  findings: listOf(FINDINGS).required(),
  age: oneOf(['new', 'old', 'unknown']).optional(),
  lead: oneOf(['negative', 'positive']).optional(),
  cloth: oneOf(['clean', 'dirty']).optional(),
  topWood: oneOf(['good', 'poor']).optional(),
  zones: recordOf(() => object({ ...condition, findings: listOf(FINDINGS) }).noUnknown(), 30),
});

const TOP_COLOURED = ['stain', 'paint', 'wash'];
const top = lazy((t: { kind?: string } | undefined) => {
  const kind = oneOf(TOP_KINDS, 'The top is the same, stained, painted, washed, oiled or kept.').required();
  return TOP_COLOURED.includes(t?.kind ?? '')
    ? object({ kind, colour, oilStain: boolean().optional() }).noUnknown()
    : object({ kind }).noUnknown();
});
/** A colour that may be left out. */
const anyColour = lazy((c: unknown) => (c == null ? object().nullable() : colour)) as unknown as ObjectSchema<{
  name: string;
  hex: string;
}>;

const look = object({
  kind: oneOf(LOOKS).required(),
  level: oneOf(['light', 'medium', 'heavy']).optional(),
  style: oneOf(['flat', 'raised', 'silk-screen']).optional(),
  big: boolean().optional(),
  colour: lazy((c: unknown) => (c === undefined ? object().optional() : colour)) as unknown as typeof colour,
}).noUnknown();

/** House rules, all or some: each key a switch, each value one of its sides. */
export const houseSome = object(
  Object.fromEntries(HOUSE_SWITCHES.map((s) => [s.rule, oneOf(s.sides.map((x) => x.value)).optional()])),
).noUnknown('There is no such house rule.');

export const brief = object({
  paint: words(60).required('Choose a paint.'),
  body: colour.required(),
  top,
  prime: oneOf(['auto', 'yes', 'no']).required(),
  sealer: oneOf(SEALERS).required(),
  method: oneOf(['auto', 'brush', 'roll', 'spray']).required(),
  hardware: oneOf(HARDWARE).required(),
  looks: array(look).max(LOOKS.length),
  under: anyColour,
  inside: oneOf(['paint', 'oil', 'clean']).optional(),
  insideColour: anyColour,
  sheen: oneOf(SHEENS).optional(),
  use: recordOf(() => oneOf(USES).optional() as never, 40),
  refusals: listOf(REFUSALS),
  approvals: listOf(APPROVALS),
  hose: boolean().optional(),
  food: boolean().optional(),
  child: boolean().optional(),
  house: houseSome,
  refused: words(200).optional(),
});

const formula = () => words(200).required('Enter a formula, such as width * depth.');
export const zoneChoice = object({
  include: array(words(40).required()).max(20).required(),
  areas: recordOf(() => formula() as never, 30),
  own: array(
    object({ id: words(40).required(), name: name('the zone', 40), group: oneOf(GROUPS).required(), area: formula() }),
  )
    .max(20)
    .required(),
});

export const pieceFields = {
  name: name('the piece'),
  kind: oneOf(['client', 'stock']).required(),
  client: words(60).nullable().default(null),
  template: string()
    .oneOf(
      TEMPLATES.map((t) => t.id),
      'Choose a kind of piece.',
    )
    .required(),
  dimensions: recordOf(() => number().required(), 12),
  survey: survey.required(),
  brief: brief.required(),
  zones: zoneChoice.default({ include: [], areas: {}, own: [] }),
  arrival: instantField().required('Say when it arrives.'),
  due: instantField()
    .nullable()
    .default(null)
    .test('after', 'Pickup is before it arrives. Choose a later date.', function (due) {
      return due == null || due > (this.parent as { arrival: number }).arrival;
    }),
  promised: boolean().required(),
};
