import type { Problem } from '@app/contract';
import { type Schema, ValidationError } from 'yup';

/** An answer that is not a success, with what to do in words. */
export class ApiFailure extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail ?? (problem.fields ? Object.values(problem.fields).join(' ') : problem.title));
    this.problem = problem;
  }
}

const UNREACHABLE: Problem = {
  type: 'about:blank',
  title:
    'Mokume cannot be reached. Check that it is running and that this device is on its network; nothing you entered is lost.',
  status: 0,
  code: 'UNEXPECTED',
};
/** An answer of another version of the server than this page is of: what is strange in it is named, never guessed. */
const notUnderstood = (why: string): Problem => ({
  ...UNREACHABLE,
  title: `The answer of Mokume is not understood: ${why}. Reload the page.`,
});

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
  if (!answer.ok) throw new ApiFailure((json as Problem | null) ?? { ...UNREACHABLE, status: answer.status });
  try {
    schema.validateSync(json, { strict: true });
  } catch (error) {
    if (error instanceof ValidationError) throw new ApiFailure(notUnderstood(error.message));
    throw error;
  }
  // As it came: the schema checks, and changes nothing.
  return json as T;
}

/** A new command id: the same id sent twice applies once. */
export const commandId = () => crypto.randomUUID();
