import type { PieceMove } from '@app/core';

/** Every error the server tells a browser: HTTP status and what to do, in words. Kept equal to docs/api-errors.md. */
export const ERRORS = {
  INVALID_REQUEST: {
    status: 400,
    message: 'Something in this request cannot be right. See the field messages and correct them.',
  },
  BAD_TEXT: {
    status: 400,
    message:
      'This request holds signs that cannot be kept as text, or is nested too deep. Leave them out and send it again.',
  },
  BAD_REQUEST: { status: 400, message: 'This request cannot be read. Reload the page and try again.' },
  BAD_JSON: { status: 400, message: 'The request is not readable JSON. Send it again, or reload the page.' },
  SIGN_IN_NEEDED: { status: 401, message: 'Sign in first.' },
  WRONG_SIGN_IN: { status: 401, message: 'Name or password is wrong. Check both and try again.' },
  PASSWORD_CHANGE_NEEDED: { status: 403, message: 'Choose a new password before going on.' },
  OTHER_ORIGIN: { status: 403, message: 'This request came from another site. Open Mokume at its own address.' },
  OTHER_HOST: {
    status: 403,
    message: 'Mokume does not answer under this name. Open it at the address it printed when it started.',
  },
  OWNER_ONLY: { status: 403, message: 'Only the owner can change this. Ask them to do it.' },
  DEMO_NOT_HERE: { status: 403, message: 'The demo can be looked round only on the computer that runs it.' },
  START_HERE_ONLY: {
    status: 403,
    message: 'A workshop is started on the computer that runs Mokume, or by somebody who is signed in.',
  },
  NOT_FOUND: { status: 404, message: 'This is not here any more. Go back and choose again.' },
  STALE_VERSION: {
    status: 409,
    message: 'Someone changed this in the meantime. Look at their change, then make yours again.',
  },
  ID_USED: { status: 409, message: 'This command’s id was used for something else. Reload the page and do it again.' },
  PIECE_LEFT: {
    status: 409,
    message: 'This piece has left the shop, so nothing on it changes any more. Undo its leaving first.',
  },
  NAME_TAKEN: { status: 409, message: 'This sign-in name is taken. Choose another.' },
  UNDO_BLOCKED: { status: 409, message: 'Later work depends on this. Undo both, or leave it.' },
  ALREADY_ANSWERED: {
    status: 409,
    message: 'This was answered already, and the shop knows. Write to them to change it.',
  },
  ALREADY_UNDONE: { status: 409, message: 'This is undone already.' },
  STEP_STATE: { status: 409, message: 'This step is not in a state where that can be done. Reload and look again.' },
  MOVES_PROMISE: {
    status: 409,
    message: 'This would move a date a client was told, so nothing was saved yet. Look at what moves, then decide.',
  },
  OLD_PROPOSAL: { status: 409, message: 'The plan changed since this was proposed. A new proposal follows.' },
  PIN_CLASH: { status: 422, message: 'The step cannot be there.' },
  PLAN_REFUSED: { status: 422, message: 'No correct plan follows from this change, so nothing was saved.' },
  UNKNOWN_KIND: {
    status: 422,
    message: 'This was kept by another version of Mokume, and this one does not know it. Nothing was changed.',
  },
  TOO_LARGE: { status: 413, message: 'This is too large. Send less than 1 MB.' },
  NOT_A_PICTURE: {
    status: 415,
    message: 'This is not a picture that can be read. Send a JPEG, PNG, WebP or HEIC photo.',
  },
  AWAY: {
    status: 503,
    message:
      'A moment: Mokume’s database is being started again. What you did was not saved yet; it can be sent again.',
  },
  TOO_MANY: { status: 429, message: 'Too many tries. Wait a minute and try again.' },
  UNEXPECTED: {
    status: 500,
    message: 'Something went wrong here and nothing was saved. Try again; if it stays, restart Mokume.',
  },
} as const;

export type ErrorCode = keyof typeof ERRORS;

/** Body of every error answer, media type application/problem+json (RFC 9457). */
export type Problem = {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly code: ErrorCode;
  /** Messages by field path, for INVALID_REQUEST. */
  readonly fields?: Readonly<Record<string, string>>;
  /** What stands in the way, in words. */
  readonly detail?: string;
  /** Changes that depend on the one to undo. */
  readonly dependents?: readonly { readonly id: string; readonly summary: string }[];
  /** What would move, for MOVES_PROMISE. */
  readonly moves?: readonly PieceMove[];
};
