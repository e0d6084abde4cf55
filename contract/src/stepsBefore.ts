import './faultWords.ts';
import { array, object, type InferType } from 'yup';
import { words } from './fields.ts';

/**
 * Steps that one step had waited for, that nobody had ticked and that are done as well; of each test among them what it showed.
 * Beside a photo it comes as text.
 */
export const stepsBefore = object({
  steps: array(words(80).required()).max(200).default([]),
  outcomes: array(object({ step: words(80).required(), outcome: words(40).required() }))
    .max(200)
    .default([]),
})
  .json()
  .optional()
  .default(undefined);
export type StepsBefore = NonNullable<InferType<typeof stepsBefore>>;
