import './faultWords.ts';
import { isHexColour } from '@app/core';
import { number, object, string } from 'yup';

/** Text a person types: trimmed, no control characters; shown as text, never as markup. */
export const words = (max: number) =>
  string()
    // Not yup's own trim, which fails on what is no text instead of refusing it.
    .transform((given: unknown) => (typeof given === 'string' ? given.trim() : given))
    .typeError('Write this as text.')
    .max(max, ({ max: n }) => `Keep it under ${n} characters.`)
    // oxlint-disable-next-line no-control-regex -- control characters are what this refuses
    .matches(/^[^\u0000-\u001f\u007f]*$/, {
      message: 'Leave out line breaks and control characters.',
      excludeEmptyString: true,
    });
export const name = (what: string, max = 60) => words(max).required(`Give ${what} a name.`);
export const uuid = () => string().uuid('This is not a valid id.').required();
export const version = () => number().integer().min(0).required();
export const localMinute = () =>
  number().integer('Times are whole minutes.').min(0).max(1440, 'A day ends at 24:00.').required();

/** Each command carries an id its sender made; sent twice, it applies once. */
export const command = { commandId: uuid() };

export const hex = () =>
  string()
    .required()
    .test('hex', 'Enter a colour like #3d5a45.', (h) => isHexColour(h ?? ''));
export const colour = object({ name: words(40).required('Name the colour.'), hex: hex() });
export const instantField = () => number().integer('Times are whole minutes.').min(0).max(1e9);
