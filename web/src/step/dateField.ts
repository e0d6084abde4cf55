import { dayOf, type Instant, instantAt, wallClock } from '@app/core';

/** What a `datetime-local` field shows for an instant in the workshop's zone. */
export function toField(at: Instant, zone: string): string {
  const w = wallClock(zone, at);
  const date = new Date(w.day * 86_400_000).toISOString().slice(0, 10);
  return `${date}T${String(Math.floor(w.minute / 60)).padStart(2, '0')}:${String(Math.floor(w.minute % 60)).padStart(2, '0')}`;
}

/** The instant a `datetime-local` field means in the workshop's zone; undefined when it is empty or half typed. */
export function fromField(text: string, zone: string): Instant | undefined {
  const match = /^(\d{4}-\d{2}-\d{2})T(\d{2}):(\d{2})/.exec(text);
  return match ? instantAt(zone, dayOf(match[1]!), Number(match[2]) * 60 + Number(match[3])) : undefined;
}
