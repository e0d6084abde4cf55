import { CoreFault } from '../../core/CoreFault.tsx';
import {
  cautionsOnce,
  type Conflict,
  type Fix,
  piecesOf,
  type Route,
  type RouteStep,
  sayFullDate,
  sayHours,
  sayLength,
  sayNoRoomFor,
  sayTime,
  sumsOf,
  TEMPLATE_ZONES,
} from '@app/core';
import type { ReactNode } from 'react';
import { useProducts } from '../../data/useProducts.ts';
import { ConflictList, ConflictLine } from '../../conflict/ConflictList.tsx';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import type { Preview } from '../../core/core.worker.ts';
import type { Answer } from '../../core/useCore.ts';
import { FinishSections } from '../../grain/FinishSections.tsx';
import { finishColumns, shownColours } from '../../grain/finishColumns.ts';
import { PieceDrawing } from '../../ui/PieceDrawing.tsx';
import { sayAmount, saySteps } from '../../ui/amounts.ts';
import type { Built, PieceDraft } from './pieceDraft.ts';

type PreviewProps = {
  readonly draft: PieceDraft;
  readonly built: Built;
  readonly preview: Answer<Preview>;
  readonly onFix: (f: Fix) => void;
  /** How sure the date is. */
  readonly promise: ReactNode;
};

/** Live beside the form: the finish as a cut through its layers, the earliest date, hours, litres, and the route with reasons. */
export function RoutePreview({ draft, built, preview, onFix, promise }: PreviewProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const products = useProducts();
  if (built.kind === 'incomplete')
    return (
      <aside aria-label="What it takes" className="bg-raised p-4 text-sub">
        {built.faults.length === 0
          ? 'Choose what it is; the route, the paint and the earliest date appear here.'
          : built.faults.map((f) => <p key={f}>{f}</p>)}
      </aside>
    );
  const { route, conflicts } = built;
  const { minutes, steps } = sumsOf(route.steps);
  const cautions = cautionsOnce(route.steps);
  return (
    <aside aria-label="What it takes" className="flex flex-col gap-4 bg-raised p-4">
      <Becomes built={built} />
      <Earliest draft={draft} answer={preview} />
      {promise}
      <dl className="grid grid-cols-2 gap-x-4 gap-y-1">
        <dt className="text-sub">Hands-on</dt>
        <dd className="font-semibold">
          {sayHours(minutes)} in {saySteps(steps)}
        </dd>
        {[...litresByProduct(route)].map(([product, litres]) => (
          <div key={product} className="contents">
            <dt className="text-sub">{products.get(product)?.name}</dt>
            <dd className="font-semibold">{sayAmount(product, litres, view.workshop.units)}</dd>
          </div>
        ))}
      </dl>
      <ConflictList conflicts={conflicts.filter((c) => c.step === null)} steps={route.steps} onFix={onFix} />
      {route.notes.map((n) => (
        <p key={n} className="border-l-3 border-keyline pl-3 text-table">
          {said(n)}
        </p>
      ))}
      <ol className="flex max-h-[38dvh] flex-col overflow-auto border-t border-line" tabIndex={0} aria-label="Route">
        {route.steps.map((s, i) => (
          <RouteLine
            key={s.key}
            step={s}
            caution={cautions.get(s.key)}
            number={i + 1}
            conflicts={conflicts.filter((c) => c.step === s.key)}
            onFix={onFix}
          />
        ))}
      </ol>
    </aside>
  );
}

/** The piece as it will stand there, and the cuts through its finishes. */
function Becomes({ built: { input, route } }: { readonly built: Extract<Built, { kind: 'route' }> }) {
  const columns = finishColumns(input, route);
  const shown = shownColours(columns);
  return (
    <div className="flex flex-col gap-3">
      <PieceDrawing
        piece={{ ...input, template: input.template.id, zones: route.zones, zoneChoice: input.zones ?? TEMPLATE_ZONES }}
        of={piecesOf(input.template, input.dimensions)}
        zone={(id) => ({ fill: shown.get(id) ?? 'var(--m-raised)' })}
        label={`What it becomes: ${columns.map((c) => c.name).join('; ')}`}
        className="h-36 w-full"
      />
      <FinishSections columns={columns} />
    </div>
  );
}

function Earliest({ draft, answer }: { readonly draft: PieceDraft; readonly answer: Answer<Preview> }) {
  const saying = useSaying();
  const said = useInUnits();
  if (answer.error) return <CoreFault of={answer} />;
  const preview = answer.data;
  if (preview === null) return <p className="min-h-14 text-sub">Looking for room in the plan…</p>;
  if (preview.kind === 'noRoom')
    return (
      <div role="alert" className="min-h-14 text-oxide-text">
        <p className="font-semibold">No room in the plan.</p>
        {[...new Set(preview.reasons.map(sayNoRoomFor))].slice(0, 2).map((r) => (
          <p key={r}>{said(r)}</p>
        ))}
      </div>
    );
  const late = draft.due !== null && preview.at > draft.due ? preview.at - draft.due : 0;
  const { later } = preview;
  const isDone = preview.at <= saying.now;
  return (
    <div className="min-h-14" role="status">
      <p className="condensed text-lane font-semibold text-sub">
        {isDone
          ? 'It is ready, since'
          : later.length === 0
            ? 'Ready by the plan, making nothing else later'
            : 'Ready by the plan'}
      </p>
      <p className="text-figure font-semibold" data-testid="earliest">
        {isDone ? sayFullDate(preview.at, saying) : sayTime(preview.at, saying)}
      </p>
      {late > 0 && (
        <p className="font-semibold text-oxide-text">
          {sayLength(late)} after {draft.promised ? 'the date the client was told' : 'the date wanted'}.
        </p>
      )}
      {later.length > 0 && (
        <p className="text-table">
          Saving it makes{' '}
          {later
            .slice(0, 4)
            .map((l) => `${l.piece} ${sayLength(l.minutes)} later${l.promised ? ' (told a date)' : ''}`)
            .join(', ')}
          {later.length > 4 ? ` and ${later.length - 4} more later` : ''}.
        </p>
      )}
    </div>
  );
}

type LineProps = {
  readonly step: RouteStep;
  /** What of its caution no earlier step has said. */
  readonly caution: string | undefined;
  readonly number: number;
  readonly conflicts: readonly Conflict[];
  readonly onFix: (f: Fix) => void;
};
function RouteLine({ step, caution, number, conflicts, onFix }: LineProps) {
  const said = useInUnits();
  return (
    <li className="grid grid-cols-[22px_10px_1fr_auto] items-baseline gap-x-2 border-b border-line py-1.5">
      <span className="text-lane text-sub">{number}</span>
      <span
        className="mt-1 size-2.5 self-start border border-keyline"
        style={{ background: step.colour ?? 'transparent' }}
        aria-hidden="true"
      />
      <span>
        <span className="block text-table font-semibold">{said(step.title)}</span>
        <span className="condensed block text-lane text-sub">{said(step.reason)}</span>
        {caution && <span className="condensed block text-lane text-oxide-text">{said(caution)}</span>}
      </span>
      <span className="condensed text-lane text-sub">{step.hands === 0 ? 'waits' : sayLength(step.work_minutes)}</span>
      {conflicts.length > 0 && (
        <ul className="col-span-4 pt-1">
          {conflicts.map((c) => (
            <ConflictLine key={c.id} conflict={c} steps={[]} onFix={onFix} />
          ))}
        </ul>
      )}
    </li>
  );
}

function litresByProduct(route: Route): Map<string, number> {
  const sums = new Map<string, number>();
  for (const s of route.steps)
    if (s.product && s.litres > 0) sums.set(s.product, (sums.get(s.product) ?? 0) + s.litres);
  return sums;
}
