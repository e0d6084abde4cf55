import type { PieceView } from '@app/contract';
import {
  cautionOf,
  clock,
  sayLength,
  sayNoRoom,
  sayNotice,
  sayTime,
  sayWait,
  type ShopStep,
  type Wait,
} from '@app/core';
import { Pin, TriangleAlert, X } from 'lucide-react';
import { useNavigate } from 'react-router';
import { useProducts } from '../data/useProducts.ts';
import { useInUnits, useSaying } from '../data/saying.ts';
import { useWorkshop } from '../data/workshop.tsx';
import { Tag } from '../ui/Tag.tsx';
import { sayLitres } from '../ui/amounts.ts';
import { useDialog } from '../ui/useDialog.ts';
import { CanChoice } from './CanChoice.tsx';
import { dryingStages } from './dryingStages.ts';
import { PinForm } from './PinForm.tsx';
import { StepActions } from './StepActions.tsx';

type SheetProps = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly wait: Wait | undefined;
  readonly onClose: () => void;
};

/** Everything about one step, and what can be done with it. A dialog: focus stays in, Escape closes. */
export function StepSheet({ piece, step, wait, onClose }: SheetProps) {
  const said = useInUnits();
  const ref = useDialog();
  return (
    <dialog
      ref={ref}
      onClose={onClose}
      onClick={(e) => e.target === ref.current && ref.current?.close()}
      aria-label={step.title}
      className="m-auto mr-0 h-dvh max-h-dvh w-full max-w-[440px] border-l border-keyline bg-raised text-ink"
    >
      <div className="flex min-h-full flex-col gap-4 p-5">
        <SheetHead piece={piece} step={step} onClose={() => ref.current?.close()} />
        <WhenAndWho piece={piece} step={step} wait={wait} />
        <p className="border-l-3 border-keyline pl-3">{said(step.reason)}</p>
        {step.caution && <Caution words={said(cautionOf(step.caution)!)} />}
        <Drying step={step} />
        <StepActions piece={piece} step={step} onDone={() => ref.current?.close()} />
        {step.state.kind === 'planned' && step.coat !== null && <CanChoice piece={piece} step={step} />}
        {step.state.kind === 'planned' && step.hands > 0 && (
          <PinForm piece={piece} step={step} onDone={() => ref.current?.close()} />
        )}
      </div>
    </dialog>
  );
}

function SheetHead({
  piece,
  step,
  onClose,
}: {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly onClose: () => void;
}) {
  const said = useInUnits();
  const navigate = useNavigate();
  return (
    <div className="flex items-start gap-3">
      <span className="pt-1">
        <Tag brief={piece.brief} />
      </span>
      <div className="flex-1">
        <button
          type="button"
          className="condensed cursor-pointer text-table text-sub underline"
          onClick={() => void navigate(`/pieces/${piece.id}`)}
        >
          {piece.name}
        </button>
        <h2 className="text-title font-semibold">{said(step.title)}</h2>
      </div>
      <button
        type="button"
        aria-label="Close"
        onClick={onClose}
        className="flex size-8 cursor-pointer items-center justify-center hover:bg-sunk"
      >
        <X size={18} />
      </button>
    </div>
  );
}

function WhenAndWho({
  piece,
  step,
  wait,
}: {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly wait: Wait | undefined;
}) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const saying = useSaying();
  const product = useProducts().get(step.product ?? '');
  const at = view.plan.steps[step.id];
  const left = view.plan.unplanned.find((u) => u.step === step.id);
  const notices = view.plan.notices.filter((n) => n.step === step.id);
  const names = at?.people.map((id) => view.shop.people.find((p) => p.id === id)?.name ?? 'someone').join(' and ');
  const stations = [
    ...new Set(at?.stations.map((id) => view.shop.stations.find((s) => s.id === id)?.name).filter(Boolean)),
  ].join(', then ');
  const why = wait && sayWait(wait, piece.steps, saying);
  return (
    <div className="flex flex-col gap-1.5">
      {at && (
        <p className="text-section">
          <strong>
            {sayTime(at.start, saying)}–{clock(at.end, saying)}
          </strong>
          {names ? `, ${names}` : ''}
          {stations ? `, ${stations}` : ''}
          {step.hands > 0 && <span className="text-sub"> · {sayLength(step.work_minutes)} hands-on</span>}
        </p>
      )}
      {product && (
        <p className="text-sub">
          {product.name}
          {step.litres > 0 ? `, ${sayLitres(step.litres, view.workshop.units)}` : ''} ({said(product.range)})
        </p>
      )}
      {why && <p>{why}</p>}
      {left && (
        <p role="alert" className="text-oxide-text">
          No room in the plan: {said(sayNoRoom(left.reason))}
        </p>
      )}
      {notices.map((n) => (
        <p key={n.kind} role="alert" className="text-oxide-text">
          {sayNotice(n)}
        </p>
      ))}
      {(step.pin.at ?? step.pin.notBefore ?? step.pin.person) !== undefined && (
        <p className="flex items-center gap-1.5">
          <Pin size={14} aria-hidden="true" /> Pinned{step.pin.at ? ` at ${sayTime(step.pin.at, saying)}` : ''}
          {step.pin.notBefore ? ` not before ${sayTime(step.pin.notBefore, saying)}` : ''}
          {step.pin.person ? ` by ${view.shop.people.find((p) => p.id === step.pin.person)?.name ?? 'someone'}` : ''}
        </p>
      )}
    </div>
  );
}

function Caution({ words }: { readonly words: string }) {
  return (
    <p className="flex gap-2 border border-oxide p-2.5 text-table">
      <TriangleAlert size={16} className="mt-0.5 shrink-0 text-oxide-text" aria-hidden="true" />
      <span>{words} What the label, local rules and licensed people say comes first.</span>
    </p>
  );
}

/** When the film may be handled, coated again and so on. */
function Drying({ step }: { readonly step: ShopStep }) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const at = view.plan.steps[step.id];
  const rows = at ? dryingStages(at) : [];
  if (rows.length === 0) return null;
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-table">
      {rows.map(({ label, from }) => (
        <div key={label} className="contents">
          <dt className="text-sub">{label}</dt>
          <dd>{sayTime(from, saying)}</dd>
        </div>
      ))}
    </dl>
  );
}
