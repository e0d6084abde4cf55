import { Check, Hourglass, TriangleAlert } from 'lucide-react';
import { type Instant, type PieceToPlan, type Plan, sayDay, sayLength, type Saying } from '@app/core';

export type Health = { readonly kind: 'ready' | 'fits' | 'late' | 'open' | 'unplanned'; readonly words: string };

/** How a piece stands against its date, in two or three words. */
export function healthOf(piece: Pick<PieceToPlan, 'id' | 'due'>, plan: Plan, saying: Saying): Health {
  const { now } = saying;
  const ready: Instant | undefined = plan.ready[piece.id];
  if (ready === undefined) return { kind: 'unplanned', words: 'no room in the plan' };
  if (ready <= now && (piece.due === null || ready <= piece.due)) return { kind: 'ready', words: 'ready to go' };
  if (piece.due === null) return { kind: 'open', words: `ready ${sayDay(ready, saying)}` };
  if (ready > piece.due) return { kind: 'late', words: `${sayLength(ready - piece.due)} late` };
  const slack = piece.due - ready;
  return {
    kind: 'fits',
    words:
      slack < 1440
        ? `fits, ${sayLength(slack)} spare`
        : `fits, ${Math.floor(slack / 1440)} ${slack < 2880 ? 'day' : 'days'} spare`,
  };
}

const LOOK = {
  ready: 'text-verdigris-text',
  fits: 'text-verdigris-text',
  late: 'text-oxide-text',
  open: 'text-sub',
  unplanned: 'text-oxide-text',
} as const;

/** Health by mark and word, never by hue alone. */
export function HealthMark({ health }: { readonly health: Health }) {
  const Icon =
    health.kind === 'fits' || health.kind === 'ready' ? Check : health.kind === 'open' ? Hourglass : TriangleAlert;
  return (
    <span className={`condensed inline-flex items-center gap-1 ${LOOK[health.kind]}`}>
      <Icon size={13} aria-hidden="true" strokeWidth={2.2} />
      {health.words}
    </span>
  );
}
