import { setLocale } from 'yup';

/** What belongs in a field of a kind when something else stands there. */
const BELONGS: Readonly<Record<string, string>> = {
  number: 'Enter a number.',
  string: 'Write this as text.',
  boolean: 'Say yes or no.',
  array: 'A list belongs here.',
  object: 'An object with fields belongs here.',
};
const FILL_IN = 'Fill this in.';

/**
 * What to do about a field for which its schema has no words of its own. The field is where they stand, or named before them
 * by who shows several: so none says a path. Every file with schemas imports this first, since a schema takes its words when
 * it is made.
 */
setLocale({
  mixed: {
    default: 'This is not right.',
    required: FILL_IN,
    defined: FILL_IN,
    notNull: FILL_IN,
    oneOf: ({ values }: { values: string }) => `Choose one of ${values}.`,
    notType: ({ type }: { type: string }) => BELONGS[type] ?? 'This is not right.',
  },
  number: {
    min: ({ min }: { min: number }) => `At least ${min}.`,
    max: ({ max }: { max: number }) => `At most ${max}.`,
    moreThan: ({ more }: { more: number }) => `More than ${more}.`,
    integer: 'Enter a whole number.',
  },
  string: {
    min: ({ min }: { min: number }) => `At least ${min} characters.`,
    max: ({ max }: { max: number }) => `At most ${max} characters.`,
    uuid: 'This is no id.',
    matches: 'This is not right.',
  },
  array: {
    min: ({ min }: { min: number }) => `At least ${min}.`,
    max: ({ max }: { max: number }) => `At most ${max}.`,
    length: ({ length }: { length: number }) => `Give ${length}.`,
  },
  object: { noUnknown: ({ unknown }) => `Leave out ${String(unknown)}.` },
});
