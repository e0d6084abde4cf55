import type { WorkshopView } from '@app/contract';
import { clock, type Explained, type Saying, sayLength, sayTime, sayWait } from '@app/core';
import type { Pointed } from './WorkButton.tsx';

const WIDTH = 300;
type HintProps = {
  readonly pointed: Pointed;
  readonly view: WorkshopView;
  readonly saying: Saying;
  readonly explained: Explained | null;
};

/** Beside the pointer or the focus: what, who, when, dry when, and what it waits for. The dialog says the rest. */
export function StepHint({ pointed, view, saying, explained }: HintProps) {
  const piece = view.pieces.find((p) => p.steps.some((s) => s.id === pointed.step));
  const step = piece?.steps.find((s) => s.id === pointed.step);
  const at = view.plan.steps[pointed.step];
  if (!piece || !step || !at) return null;
  const names = at.people.map((id) => view.shop.people.find((p) => p.id === id)?.name ?? 'someone').join(' and ');
  const wait = explained?.waits[step.id];
  const why = wait && step.state.kind === 'planned' ? sayWait(wait, piece.steps, saying) : null;
  const left = Math.min(Math.max(8, pointed.x - WIDTH / 2), window.innerWidth - WIDTH - 8);
  const isLow = pointed.y > window.innerHeight - 210;
  return (
    <div
      role="presentation"
      className="pointer-events-none fixed z-40 border border-ink bg-raised p-2.5 text-table"
      style={{
        left,
        width: WIDTH,
        ...(isLow ? { bottom: window.innerHeight - pointed.y + 70 } : { top: pointed.y + 6 }),
      }}
    >
      <p className="font-semibold">{step.title}</p>
      <p>
        {sayTime(at.start, saying)}–{clock(at.end, saying)}, {sayLength(step.work_minutes)}
        {names ? `, ${names}` : ''}
      </p>
      {at.dry.recoat !== undefined && at.dry.recoat > at.end && (
        <p>
          Dry to handle {sayTime(at.dry.handle ?? at.end, saying)}, next coat {sayTime(at.dry.recoat, saying)}
        </p>
      )}
      {why && <p className="text-sub">{why}</p>}
    </div>
  );
}
