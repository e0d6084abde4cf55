import type { Problem } from '@app/contract';
import { type Schema, ValidationError } from 'yup';

/** An answer that is not a success, with what to do in words. */
export class ApiFailure extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(wordsOf(problem));
    this.problem = problem;
  }
}

/** What to do about a refusal, in words. */
export const wordsOf = (problem: Problem): string =>
  problem.detail ?? (problem.fields ? Object.values(problem.fields).join(' ') : problem.title);

/** Any failure as a problem that can be shown. */
export const problemOf = (why: unknown): Problem =>
  why instanceof ApiFailure
    ? why.problem
    : {
        type: 'about:blank',
        title: why instanceof Error ? why.message : 'Something went wrong; nothing was saved.',
        status: 0,
        code: 'UNEXPECTED',
      };

const UNREACHABLE: Problem = {
  type: 'about:blank',
  title:
    'Mokume cannot be reached. Check that it is running and that this device is on its network; what you entered stays here.',
  status: 0,
  code: 'UNEXPECTED',
};
/** Something between here and Mokume answers that it is not there. */
const GATEWAY_AWAY: Problem = { ...UNREACHABLE, status: 503 };
/** An answer of another version of the server than this page is of: what is strange in it is named, never guessed. */
const notUnderstood = (why: string): Problem => ({
  ...UNREACHABLE,
  title: `The answer of Mokume is not understood: ${why}. Reload the page.`,
});

/** Nobody answers just now: the network, the server or its database is away, and the same can be sent again later. */
export const isAway = (why: unknown): boolean =>
  why instanceof ApiFailure &&
  (why.problem === UNREACHABLE || why.problem.code === 'AWAY' || why.problem === GATEWAY_AWAY);

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * Sends a request and checks its answer by a schema of the contract.
 * @throws {ApiFailure} for every answer that is not a success, or not what it should be
 */
export async function send<T>(schema: Schema<T>, method: Method, path: string, body?: unknown): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(`/api${path}`, {
      method,
      ...(body instanceof FormData
        ? { body }
        : body === undefined
          ? {}
          : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiFailure(UNREACHABLE);
  }
  const json: unknown = await answer.json().catch(() => null);
  if (!answer.ok)
    throw new ApiFailure(
      (json as Problem | null) ?? (answer.status > 501 ? GATEWAY_AWAY : { ...UNREACHABLE, status: answer.status }),
    );
  try {
    schema.validateSync(json, { strict: true });
  } catch (error) {
    if (error instanceof ValidationError) throw new ApiFailure(notUnderstood(`${error.path ?? ''}: ${error.message}`));
    throw error;
  }
  // As it came: the schema checks, and changes nothing.
  return json as T;
}

/** A new command id: the same id sent twice applies once. */
export const commandId = () => crypto.randomUUID();
