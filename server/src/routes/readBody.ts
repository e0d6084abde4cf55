import { createHash } from 'node:crypto';
import type { RequestHandler } from 'express';
import { type Schema, type SchemaDescription, ValidationError } from 'yup';
import { ApiError } from '../errors.ts';

/** Deeper than anything a form sends. */
const DEEPEST = 24;
/** Values in one request: a year of hourly air twice over, and more than any other form. */
const MOST_VALUES = 60_000;
/** Names every object has already: as keys of what is sent they are never meant. */
const OBJECT_NAMES: ReadonlySet<string> = new Set([...Object.getOwnPropertyNames(Object.prototype), 'prototype']);

/**
 * Refuses what no form sends before anything else is looked at: names that every object has, nesting without end, more
 * values than there is room for, and a path that cannot be read.
 */
export const refuseStrangeBodies: RequestHandler = (req, _res, next) => {
  let values = 0;
  const isStrange = (value: unknown, depth: number): boolean => {
    if (++values > MOST_VALUES || depth > DEEPEST) return true;
    if (typeof value !== 'object' || value === null) return false;
    if (Array.isArray(value)) return value.some((x) => isStrange(x, depth + 1));
    return Object.entries(value).some(([k, v]) => OBJECT_NAMES.has(k) || !isText(k) || isStrange(v, depth + 1));
  };
  const isReadable =
    !isStrange(req.body, 0) && Object.values(req.query).every((q) => typeof q === 'string' && isText(q));
  next(isReadable && isText(safelyDecoded(req.path)) ? undefined : new ApiError('BAD_TEXT'));
};

/** Text without NUL and without half a pair of surrogates: what PostgreSQL can keep. */
const isText = (s: string) => !s.includes('\0') && !/\p{Surrogate}/u.test(s);

const isAllText = (value: unknown): boolean => {
  if (typeof value === 'string') return isText(value);
  return typeof value !== 'object' || value === null || Object.values(value).every(isAllText);
};

function safelyDecoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    throw new ApiError('BAD_REQUEST');
  }
}

/**
 * Reads a body by its schema. Lists that are too long are refused before one of their items is looked at, so that no
 * request takes longer than its form can be.
 * @throws {ValidationError} with what is wrong, by field
 * @throws {ApiError} BAD_TEXT
 */
export async function readBody(schema: Schema, body: unknown): Promise<unknown> {
  const tooLong = tooLongLists(schema.describe(), body, '');
  if (tooLong.length > 0) throw new ValidationError(tooLong);
  const read: unknown = await schema
    .validate(body, { abortEarly: false, stripUnknown: true })
    .catch((error: unknown) => {
      // A rule about several items is asked even when one of them is nothing at all; it then fails instead of refusing.
      if (error instanceof TypeError) throw new ApiError('INVALID_REQUEST', { detail: OF_WRONG_KIND });
      throw error;
    });
  // A field says itself what signs it takes; this is for those that say nothing.
  if (!isAllText(read)) throw new ApiError('BAD_TEXT');
  return read;
}

const OF_WRONG_KIND = 'Something in this request is of a kind it cannot be. Reload the page and enter it again.';

/** Lists without a limit of their own are no longer than this. */
const LONGEST_LIST = 5000;

function tooLongLists(schema: SchemaDescription | undefined, value: unknown, path: string): ValidationError[] {
  if (!schema || typeof value !== 'object' || value === null) return [];
  if (Array.isArray(value)) {
    const { tests, innerType } = schema as Partial<SchemaDescription> & { readonly innerType?: SchemaDescription };
    const limit = tests?.find((t) => t.name === 'max' || t.name === 'length')?.params;
    const most = Number(limit?.['max'] ?? limit?.['length'] ?? LONGEST_LIST);
    if (value.length > most) return [new ValidationError(`At most ${most} are kept here.`, undefined, path)];
    return value.flatMap((v, i) => tooLongLists(innerType, v, `${path}[${i}]`));
  }
  const { fields = {} } = schema as SchemaDescription & { readonly fields?: Record<string, SchemaDescription> };
  return Object.keys(value).flatMap((k) =>
    Object.hasOwn(fields, k)
      ? tooLongLists(fields[k], (value as Record<string, unknown>)[k], path === '' ? k : `${path}.${k}`)
      : [],
  );
}

/** What is asked, in a few letters: the route, what its path names and the body, but for the command's own id and consent. */
export function digestOf(route: string, id: string, body: unknown, file: Buffer | undefined): string {
  const { commandId: _id, consent: _consent, ...rest } = (body ?? {}) as Record<string, unknown>;
  const hash = createHash('sha256').update(`${route} ${id} ${JSON.stringify(inOrder(rest))}`);
  return (file ? hash.update(file) : hash).digest('base64url').slice(0, 24);
}

/** The same body, whatever order its keys came in. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, inOrder(v)]),
  );
}
