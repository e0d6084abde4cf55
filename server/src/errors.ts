import type { ErrorRequestHandler } from 'express';
import { type ErrorCode, ERRORS, type Problem } from '@app/contract';
import { MulterError } from 'multer';
import { ValidationError } from 'yup';
import type { Logger } from 'pino';
import { whyRefusedByDatabase } from './store/databaseFaults.ts';

/** An expected refusal, told to the browser by its catalogue entry. */
export class ApiError extends Error {
  readonly code: ErrorCode;
  readonly extra: Partial<Pick<Problem, 'detail' | 'fields' | 'dependents' | 'moves'>>;

  constructor(code: ErrorCode, extra: ApiError['extra'] = {}) {
    super(extra.detail ?? ERRORS[code].message);
    this.code = code;
    this.extra = extra;
  }
}

/** The one place where errors become answers: problem+json, never a stack trace. */
export function errorHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    const known = asApiError(error);
    if (known.code === 'UNEXPECTED') log.error({ err: error }, 'unexpected error');
    const { status, message } = ERRORS[known.code];
    const body: Problem = {
      type: `about:blank#${known.code}`,
      title: message,
      status,
      code: known.code,
      ...known.extra,
    };
    res.status(status).type('application/problem+json').send(JSON.stringify(body));
  };
}

function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  if (error instanceof ValidationError) return new ApiError('INVALID_REQUEST', { fields: fieldMessages(error) });
  if (error instanceof MulterError)
    return new ApiError(error.code === 'LIMIT_FILE_SIZE' ? 'TOO_LARGE' : 'INVALID_REQUEST', {
      detail:
        error.code === 'LIMIT_FILE_SIZE'
          ? 'Photos are at most 15 MB, clips at most a minute.'
          : 'Send one photo at a time.',
    });
  const { type, status } = (typeof error === 'object' && error !== null ? error : {}) as {
    type?: unknown;
    status?: unknown;
  };
  if (type === 'entity.parse.failed' || type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new ApiError('BAD_JSON');
  if (type === 'entity.too.large') return new ApiError('TOO_LARGE');
  const why = whyRefusedByDatabase(error);
  if (why !== null) return new ApiError(why);
  if (status === 404) return new ApiError('NOT_FOUND');
  // The request itself could not be read (its path, its parts): whatever reads requests says so by a status.
  if (typeof status === 'number' && status >= 400 && status < 500) return new ApiError('BAD_REQUEST');
  return new ApiError('UNEXPECTED');
}

function fieldMessages(error: ValidationError): Record<string, string> {
  const all = error.inner.length > 0 ? error.inner : [error];
  // Of several at one field the first, as in a form.
  return Object.fromEntries(all.toReversed().map((e) => [e.path ?? '', e.message]));
}
