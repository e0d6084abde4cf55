import type { Instant } from '@app/core';

/** Where "now" comes from: the machine, or a fixed moment for tests and pictures. */
export type Clock = { readonly now: () => Instant; readonly isFixed: boolean };

/** @throws {RangeError} when `fixed` is given and no ISO 8601 moment */
export function clockFrom(fixed: string | undefined): Clock {
  if (!fixed) return { now: () => Math.floor(Date.now() / 60_000), isFixed: false };
  const at = Math.floor(Date.parse(fixed) / 60_000);
  if (Number.isNaN(at)) throw new RangeError(`MOKUME_NOW: "${fixed}" is not a moment like 2026-11-24T09:00:00Z`);
  return { now: () => at, isFixed: true };
}
