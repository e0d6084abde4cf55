import type { Problem } from '@app/contract';

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

/** @throws {ApiFailure} for every answer that is not a success */
export async function send<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
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
  return json as T;
}

export const get = <T>(path: string) => send<T>('GET', path);

/** A new command id: the same id sent twice applies once. */
export const commandId = () => crypto.randomUUID();
