import { dayOf, type Instant, instantAt } from '@app/core';

/** The instant a `datetime-local` field means in the workshop's zone; undefined when it is empty or half typed. */
export function fromField(text: string, zone: string): Instant | undefined {
  const match = /^(\d{4}-\d{2}-\d{2})T(\d{2}):(\d{2})/.exec(text);
  return match ? instantAt(zone, dayOf(match[1]!), Number(match[2]) * 60 + Number(match[3])) : undefined;
}
