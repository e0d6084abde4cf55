import type { WorkshopView } from '@app/contract';
import type { Instant } from '@app/core';

/** The request that gives a step the time it was dropped at: whoever it was given to keeps it. */
export function dropStep(view: Pick<WorkshopView, 'pieces'>, step: string, at: Instant) {
  const piece = view.pieces.find((p) => p.steps.some((s) => s.id === step));
  const person = piece?.steps.find((s) => s.id === step)?.pin.person;
  return {
    path: `/steps/${encodeURIComponent(step)}/pin`,
    body: {
      version: piece?.stepVersions[step] ?? 0,
      pin: { ...(person === undefined ? {} : { person }), at },
    },
  };
}
