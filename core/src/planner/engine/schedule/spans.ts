import { type Mode, SPAN, type Span } from '../engineModel.ts';

/** Slot in which a span of work begins. */
export const spanStart = (span: Span, start: number, end: number): number =>
  span === SPAN.wet || span === SPAN.setting ? end : start;

/** Slot in which a span of work that ends in a slot, and can be handled in another, is over. */
export function spanEnd(span: Span, w: Mode, end: number, hold: number): number {
  if (span === SPAN.work) return end;
  return isUntilTouch(span) ? Math.min(hold, w.film!.touch(end)) : hold;
}

/** Whether it is over when nothing sticks to the film any more, not when that can be handled. */
export const isUntilTouch = (span: Span): boolean => span === SPAN.sticky || span === SPAN.setting;
