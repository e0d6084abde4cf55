import { readFileSync } from 'node:fs';
import { instanceFaults, type NeutralInstance } from '@app/core';

/** @throws {RangeError} when it cannot be read, or names what is missing or impossible in it */
export function readInstance(file: string): NeutralInstance {
  let instance: unknown;
  try {
    instance = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new RangeError(`${file} cannot be read: ${(error as Error).message}`, { cause: error });
  }
  const faults = instanceFaults(instance);
  if (faults.length > 0) throw new RangeError(faults.join('\n'));
  return instance as NeutralInstance;
}

/** Writing a plan of many steps takes its own time, and so does saying what no plan could better. */
export const writeTime = (instance: NeutralInstance) => instance.pieces.reduce((n, p) => n + p.steps.length, 0) * 0.03;
