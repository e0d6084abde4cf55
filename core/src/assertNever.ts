/**
 * Ends a choice over a union of kinds: a kind nobody has written a case for does not compile.
 * @throws {RangeError} naming what arrived at run time all the same, from an old database or a newer backup
 */
export function assertNever(value: never): never {
  throw new RangeError(`unknown kind: ${JSON.stringify(value)}`);
}
