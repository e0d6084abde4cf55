import type { PieceView, WorkshopView } from '@app/contract';
import { type Instant, sayMonth, sayTime } from '@app/core';
import { Link } from 'react-router';
import { useMemo, useState } from 'react';
import { useLeftPieces } from '../../data/reads.ts';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { laneModel } from '../../grain/laneModel.ts';
import { LaneDrawing, Pennant } from '../../grain/LaneDrawing.tsx';
import { timeScale, type TimeScale } from '../../grain/timeScale.ts';
import { Tag } from '../../ui/Tag.tsx';
import { HealthMark, healthOf } from '../../ui/Health.tsx';
import { Button } from '../../ui/parts.tsx';
import { RecordSearch } from './RecordSearch.tsx';
import { stageOf } from './stageOf.ts';

/** Every piece with its stage, its health and its own strip of grain. */
export function PiecesScreen() {
  const { view, now } = useWorkshop();
  const active = useMemo(() => byDate(view.pieces), [view.pieces]);
  const scale = useMemo(() => commonScale(view, now), [view, now]);
  return (
    <main className="min-h-0 flex-1 overflow-auto p-4 md:p-6">
      <h1 className="pb-3 text-title font-semibold">
        {active.length === 0 ? 'No pieces yet' : `${active.length} ${active.length === 1 ? 'piece' : 'pieces'}`}
        <span className="font-normal text-sub">
          {' '}
          {active.length > 0 &&
            `· ${active.filter((p) => p.kind === 'client').length} for clients, ${active.filter((p) => p.kind === 'stock').length} for stock`}
        </span>
      </h1>
      {active.length === 0 && (
        <p>Add the first with “New piece”, top right: what it is, three measurements, what you see on it.</p>
      )}
      <ul>
        {active.map((p) => (
          <PieceRow key={p.id} piece={p} scale={scale} />
        ))}
      </ul>
      <LeftPieces />
      <div className="pt-8">
        <RecordSearch />
      </div>
    </main>
  );
}

const byDate = (pieces: readonly PieceView[]) =>
  [...pieces].sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity) || a.name.localeCompare(b.name));

/** Pieces that left, by month: a tag in its colour each; read only when asked for, a page at a time. */
function LeftPieces() {
  const { view } = useWorkshop();
  const [isOpen, setOpen] = useState(false);
  return (
    <details className="pt-6" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer text-table text-sub">Pieces that left the shop</summary>
      {isOpen && <LeftList revision={view.revision} />}
    </details>
  );
}

function LeftList({ revision }: { readonly revision: number }) {
  const saying = useSaying();
  const { all, isAll, error, more } = useLeftPieces(revision);
  const months = [...new Set(all.map((p) => sayMonth(p.leftAt, saying)))];
  return (
    <div className="flex flex-col gap-3 pt-2 text-table">
      {error && <p role="alert">{error.message}</p>}
      {isAll && all.length === 0 && <p>None has left yet. A piece that was fetched stands here.</p>}
      {months.map((month) => (
        <section key={month} className="grid grid-cols-[90px_1fr] gap-3 border-t border-line pt-2">
          <h2 className="condensed text-sub">{month}</h2>
          <ul className="flex flex-wrap gap-x-5 gap-y-1.5">
            {all
              .filter((p) => sayMonth(p.leftAt, saying) === month)
              .map((p) => (
                <li key={p.id}>
                  <Link to={`/pieces/${p.id}`} className="flex items-center gap-2 hover:bg-sunk">
                    <Tag brief={p.brief} size={20} />
                    <span>
                      {p.name}
                      <span className="condensed block text-lane text-sub">
                        {p.kind === 'client' ? (p.client ?? 'Client') : 'Stock'} · {sayTime(p.leftAt, saying)}
                      </span>
                    </span>
                  </Link>
                </li>
              ))}
          </ul>
        </section>
      ))}
      {!isAll && all.length > 0 && (
        <div>
          <Button onClick={more}>Earlier</Button>
        </div>
      )}
    </div>
  );
}

function PieceRow({ piece, scale }: { readonly piece: PieceView; readonly scale: TimeScale }) {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const stage = stageOf(piece, view.plan, now);
  return (
    <li className="border-b border-line">
      <Link
        to={`/pieces/${piece.id}`}
        className="grid grid-cols-[34px_minmax(0,1fr)_auto] items-center gap-x-3 gap-y-0.5 py-2 hover:bg-sunk md:grid-cols-[34px_210px_minmax(0,1fr)_360px_150px] md:gap-x-4"
      >
        <Tag brief={piece.brief} size={32} />
        <span className="min-w-0">
          <span className="block text-body leading-tight font-semibold">{piece.name}</span>
          <span className="condensed block text-lane text-sub">
            {piece.kind === 'client' ? `Client · ${piece.client ?? 'no name'}` : 'Stock'}
          </span>
        </span>
        <span className="order-last col-span-2 col-start-2 flex min-w-0 items-baseline gap-2 md:order-none md:col-span-1 md:col-start-auto md:block">
          <span className="block">{stage.words}</span>
          <span className="condensed ml-auto block shrink-0 text-lane text-sub">
            step {stage.done} of {stage.all}
          </span>
        </span>
        <MiniLane piece={piece} scale={scale} />
        <span className="condensed text-right">
          <span className="block font-semibold">{piece.due === null ? 'no date' : sayTime(piece.due, saying)}</span>
          <span className="text-lane">
            <HealthMark health={healthOf(piece, view.plan, saying)} />
          </span>
        </span>
      </Link>
    </li>
  );
}

const WIDTH = 360;
const HEIGHT = 44;

/** One axis for all rows, from a few days back to the last date, so that now stands in line and pieces compare. */
function commonScale(view: WorkshopView, now: Instant): TimeScale {
  const active = view.pieces.filter((p) => p.active);
  const from = now - 6 * 1440;
  const until = Math.max(now + 8 * 1440, ...active.map((p) => Math.max(p.due ?? 0, view.plan.ready[p.id] ?? 0))) + 1440;
  const probe = timeScale(view.shop, from, until, 100);
  return timeScale(view.shop, from, until, (100 * WIDTH) / probe.width);
}

function MiniLane({ piece, scale }: { readonly piece: PieceView; readonly scale: TimeScale }) {
  const { view, now } = useWorkshop();
  const lane = useMemo(() => laneModel(piece, view.plan, now), [piece, view.plan, now]);
  return (
    <svg
      viewBox={`0 12 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
      className="hidden md:block"
      aria-hidden="true"
    >
      {scale.shut.map((n) => (
        <rect key={n.x} x={n.x} width={n.width} y="0" height="64" fill="var(--m-night)" />
      ))}
      <LaneDrawing lane={lane} scale={scale} />
      <path d={`M${scale.x(now)} 0v64`} stroke="var(--m-ink)" strokeWidth="1.4" />
      <g transform="translate(0 10)">
        {lane.due !== null && (
          <Pennant x={scale.x(lane.due)} kind={lane.ready === null ? 'unknown' : lane.isLate ? 'late' : 'fits'} />
        )}
      </g>
    </svg>
  );
}
