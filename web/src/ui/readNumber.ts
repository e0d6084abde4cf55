import { readNumber } from '@app/core';

export { readNumber };

/** The same where nothing may be typed: null then. */
export const readOptional = (text: string) => (text.trim() === '' ? null : readNumber(text));
