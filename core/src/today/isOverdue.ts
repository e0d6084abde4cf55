import type { Placement } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';

/** A tap may come so long after its time before anybody is asked about it and what follows moves. */
const GRACE_MINUTES = 5;

/** Whether what should have happened by a moment, and nobody tapped, is overdue. */
export const isOverdueSince = (moment: Instant, now: Instant): boolean => moment < now - GRACE_MINUTES;

/** Whether a step that nobody has begun should have been. */
export const isOverdue = (at: Pick<Placement, 'start'>, now: Instant): boolean => isOverdueSince(at.start, now);
