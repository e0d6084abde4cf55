import type { PieceView } from '@app/contract';
import { cautionsOnce, type Explained, sayLength, sayNoRoom, sayTime, sayWait, type ShopStep } from '@app/core';
import { Check, Circle, CircleDot, Hourglass, TriangleAlert } from 'lucide-react';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { WOOD_COLOURS } from '../../grain/laneModel.ts';

type ListProps = {
  readonly piece: PieceView;
  readonly explained: Explained | null;
  readonly onOpen: (stepId: string) => void;
};

/** The route in time order, with the finish growing at its left edge and the reason beside each step. */
export function RouteList({ piece, explained, onOpen }: ListProps) {
  const { view } = useWorkshop();
  const steps = [...piece.steps].sort(
    (a, b) => (view.plan.steps[a.id]?.start ?? Infinity) - (view.plan.steps[b.id]?.start ?? Infinity),
  );
  // What is done needs no caution any more.
  const cautions = cautionsOnce(steps.filter((s) => s.state.kind !== 'done'));
  const row = (s: ShopStep, i: number) => (
    <RouteRow
      key={s.id}
      piece={piece}
      step={s}
      caution={cautions.get(s.key)}
      layers={layersUpTo(steps, i)}
      explained={explained}
      onOpen={onOpen}
    />
  );
  const firstOpen = steps.findIndex((s) => s.state.kind !== 'done');
  const done = firstOpen === -1 ? steps.length : firstOpen;
  return (
    <>
      {done > 0 && (
        <details className="border-b border-line" open={done === steps.length}>
          <summary className="cursor-pointer py-2 text-table font-semibold text-sub">
            {done} {done === 1 ? 'step' : 'steps'} done, last “{steps[done - 1]!.title}”
          </summary>
          <ol>{steps.slice(0, done).map(row)}</ol>
        </details>
      )}
      <ol>{steps.slice(done).map((s, i) => row(s, done + i))}</ol>
    </>
  );
}

type RowProps = Omit<ListProps, 'piece'> & {
  readonly piece: PieceView;
  readonly step: ShopStep;
  /** What of its caution no earlier step has said. */
  readonly caution: string | undefined;
  readonly layers: Layers;
};

function RouteRow({ piece, step, caution, layers, explained, onOpen }: RowProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const saying = useSaying();
  const at = view.plan.steps[step.id];
  const left = view.plan.unplanned.find((u) => u.step === step.id);
  const wait = explained?.waits[step.id];
  const why = step.state.kind === 'planned' && wait ? sayWait(wait, piece.steps, saying) : null;
  const names = at?.people.map((id) => view.shop.people.find((p) => p.id === id)?.name ?? 'someone').join(', ');
  return (
    <li className="border-b border-line">
      <button
        type="button"
        onClick={() => onOpen(step.id)}
        className="grid w-full cursor-pointer grid-cols-[44px_20px_minmax(0,1fr)_auto] items-start gap-x-3 py-2 text-left hover:bg-sunk"
        data-testid={`step-${step.key}`}
      >
        <CutAway wood={WOOD_COLOURS[piece.survey.wood]} layers={layers} isCoat={step.coat !== null} />
        <StateMark step={step} />
        <span className="min-w-0">
          <span className={`block font-semibold ${step.state.kind === 'done' ? 'text-sub' : ''}`}>
            {said(step.title)}
          </span>
          <span className="condensed block text-table text-sub">{said(step.reason)}</span>
          {why && <span className="condensed block text-table">{why}</span>}
          {left && (
            <span className="condensed block text-table text-oxide-text">No room: {said(sayNoRoom(left.reason))}</span>
          )}
          {caution && (
            <span className="condensed flex gap-1.5 text-table text-oxide-text">
              <TriangleAlert size={13} className="mt-0.5 shrink-0" aria-hidden="true" />
              {said(caution)}
            </span>
          )}
        </span>
        <span className="condensed text-right text-table">
          <span className="block font-semibold">{at ? sayTime(at.start, saying) : 'no time'}</span>
          <span className="block text-sub">
            {step.hands === 0 ? 'waiting' : sayLength(step.work_minutes)}
            {names ? ` · ${names}` : ''}
          </span>
        </span>
      </button>
    </li>
  );
}

function StateMark({ step }: { readonly step: ShopStep }) {
  if (step.state.kind === 'done') return <Check size={16} className="mt-0.5 text-verdigris-text" aria-label="done" />;
  if (step.state.kind === 'started')
    return <CircleDot size={16} className="mt-0.5 text-copper-text" aria-label="under way" />;
  if (step.hands === 0)
    return <Hourglass size={16} className="mt-0.5 text-brass-text" aria-label="waiting for someone" />;
  return <Circle size={16} className="mt-0.5 text-sub" aria-label="to come" />;
}

type Layers = { readonly body: readonly string[]; readonly top: readonly string[] };

/** Fills of the coats on the piece once step `i` is done. */
function layersUpTo(steps: readonly ShopStep[], i: number): Layers {
  const on = steps.slice(0, i + 1).filter((s) => s.coat !== null && s.coat !== 'stain');
  const fill = (s: ShopStep) =>
    s.coat === 'clear' ? 'url(#clear-coat)' : s.coat === 'wax' ? 'url(#wax-coat)' : (s.colour ?? '#cccccc');
  return { body: on.filter((s) => s.group !== 'top').map(fill), top: on.filter((s) => s.group === 'top').map(fill) };
}

function CutAway({
  wood,
  layers,
  isCoat,
}: {
  readonly wood: string;
  readonly layers: Layers;
  readonly isCoat: boolean;
}) {
  const h = Math.min(5, 26 / Math.max(1, layers.body.length + layers.top.length));
  const woodY = 16 + (layers.body.length - layers.top.length) * (h / 2);
  return (
    <svg width="44" height="40" aria-hidden="true" className="self-center">
      {layers.body.map((f, i) => (
        <rect
          key={`b${String(i)}`}
          x="0.5"
          width="43"
          y={woodY - (i + 1) * h}
          height={h}
          fill={f}
          stroke="var(--m-keyline)"
          strokeWidth={isCoat && i === layers.body.length - 1 ? 1 : 0.5}
        />
      ))}
      <rect x="0.5" width="43" y={woodY} height="8" fill={wood} stroke="var(--m-keyline)" strokeWidth="0.6" />
      {layers.top.map((f, i) => (
        <rect
          key={`t${String(i)}`}
          x="0.5"
          width="43"
          y={woodY + 8 + i * h}
          height={h}
          fill={f}
          stroke="var(--m-keyline)"
          strokeWidth="0.5"
        />
      ))}
    </svg>
  );
}
