import type { Instant } from '@app/core';

/** Whole minutes since 1970 as the database's moment, and back. */
export const toDate = (minutes: Instant): Date => new Date(minutes * 60_000);
export const toInstant = (d: Date): Instant => Math.round(d.getTime() / 60_000);
