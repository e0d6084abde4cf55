import {
  BaseError,
  ConnectionAcquireTimeoutError,
  ConnectionError,
  DatabaseError,
  UniqueConstraintError,
} from 'sequelize';

/** Why the database did not do what it was asked, as a refusal; null: for no reason that is known. */
export function whyRefusedByDatabase(error: unknown): 'AWAY' | 'ID_USED' | 'BAD_TEXT' | null {
  if (isAway(error)) return 'AWAY';
  // Something was made twice at the same moment, past every look for it: the one that came second is told so.
  if (error instanceof UniqueConstraintError) return 'ID_USED';
  return error instanceof DatabaseError && NO_TEXT.includes(codeOf(error.original)) ? 'BAD_TEXT' : null;
}

/** Signs that are none: PostgreSQL, Appendix A, 22021 and 22P05. */
const NO_TEXT = ['22021', '22P05'];
/** Of the operating system, when nobody answers at the other end. */
const NOBODY = ['ECONNREFUSED', 'ECONNRESET', 'EPIPE'];
/** Of the driver, which has no code for them. */
const CUT = /Connection terminated|connection error|ConnectionManager was closed|timeout expired|has ended/;

/** PostgreSQL is not there, is starting or stopping, or was lost in the middle: Appendix A, classes 08 and 57P. */
function isAway(error: unknown): boolean {
  if (error instanceof ConnectionError || error instanceof ConnectionAcquireTimeoutError) return true;
  const cause = error instanceof BaseError && 'original' in error ? error.original : error;
  if (!(cause instanceof Error)) return false;
  const code = codeOf(cause);
  return /^(08|57P0)/.test(code) || NOBODY.includes(code) || CUT.test(cause.message);
}

const codeOf = (error: Error): string => ('code' in error ? String(error.code) : '');
