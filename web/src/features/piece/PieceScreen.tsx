import { CoreFault } from '../../core/CoreFault.tsx';
import { MOST_CHANGES, type PieceView, type WorkshopView } from '@app/contract';
import { Pencil } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { useOlderChanges, usePieceThatLeft } from '../../data/reads.ts';
import { canUndo } from '../../data/history.ts';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop, WorkshopContext } from '../../data/workshop.tsx';
import { ConflictList } from '../../conflict/ConflictList.tsx';
import { pieceWith } from '../../conflict/pieceWith.ts';
import { lookAt, withFix } from '../../conflict/routeDraft.ts';
import { useChances, useExplained } from '../../core/useCore.ts';
import { ChanceCurve, Rehearsing } from '../../plan/ChanceCurve.tsx';
import { DaysBar } from '../../plan/DaysBar.tsx';
import { laneModel } from '../../grain/laneModel.ts';
import { LaneDrawing, Pennant } from '../../grain/LaneDrawing.tsx';
import { besideNow, DAY_WIDTH, timeScale } from '../../grain/timeScale.ts';
import { sayDate, sayTime, sayLeadTime, saySure } from '@app/core';
import { useStepSheet } from '../../step/useStepSheet.tsx';
import { HealthMark, healthOf } from '../../ui/Health.tsx';
import { Button, Section } from '../../ui/parts.tsx';
import { topColour } from '../../ui/topColour.ts';
import { Tag } from '../../ui/Tag.tsx';
import { sayArea } from '../../ui/amounts.ts';
import { RouteList } from './RouteList.tsx';
import { withPast } from './withPast.ts';
import { AsksSection } from './AsksSection.tsx';
import { StorySection } from './StorySection.tsx';
import { TrialsSection } from './TrialsSection.tsx';
import { SumsSection } from './SumsSection.tsx';

export function PieceScreen() {
  const workshop = useWorkshop();
  const { view } = workshop;
  const { id } = useParams();
  const here = view.pieces.find((p) => p.id === id);
  const left = usePieceThatLeft(here || id === undefined ? null : id);
  const past = useMemo(
    () => (left.data ? { ...workshop, ...both(withPast(workshop.view, left.data)) } : null),
    [workshop, left.data],
  );
  if (here) return <Piece piece={here} />;
  if (past && left.data)
    return (
      <WorkshopContext value={past}>
        <Piece piece={left.data} />
      </WorkshopContext>
    );
  return left.error ? <Navigate to="/pieces" replace /> : <main className="flex-1" aria-busy="true" />;
}

/** Of a piece that left nothing waits to be sent. */
const both = (view: WorkshopView) => ({ view, shown: view });

/** Pixels a day's word takes. */
const DAY_WORD = 36;
const isDone = (piece: PieceView) => piece.steps.every((s) => s.state.kind === 'done');

/** One piece: where it stands, its lane, its route with reasons and waits, and its log. */
function Piece({ piece }: { readonly piece: PieceView }) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const why = useExplained(view);
  const explained = why.data;
  // What is done needs no chance.
  const isPlanned = piece.active && !isDone(piece) && view.plan.ready[piece.id] !== undefined;
  const sure = useChances(view, isPlanned ? piece.id : null, piece.due);
  const chances = sure.data?.kind === 'ready' ? sure.data.chances : null;
  const { open, sheet } = useStepSheet(explained);
  const isLate = piece.due !== null && (view.plan.ready[piece.id] ?? Infinity) > piece.due;
  const days = explained?.days[piece.id] ?? [];
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-7xl flex-col gap-5 p-4 md:p-6">
        <PieceHead piece={piece} />
        <CoreFault of={why} />
        {isLate && days.length > 0 && (
          <p className="text-section text-oxide-text">On its way: {sayLeadTime(days, piece.steps)}.</p>
        )}
        <WideLane piece={piece} />
        <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_320px]">
          <div className="flex flex-col gap-8">
            <StorySection piece={piece} />
            <Section
              title="Route"
              aside={
                piece.active ? (
                  <span className="no-print flex gap-4 text-table">
                    <Link to={`/pieces/${piece.id}/route`} className="font-semibold underline">
                      Change the route
                    </Link>
                    <Link to={`/pieces/${piece.id}/arrival`} className="underline">
                      Arrival sheet and labels
                    </Link>
                  </span>
                ) : undefined
              }
            >
              <Conflicts piece={piece} />
              <Struck piece={piece} />
              <RouteList piece={piece} explained={explained} onOpen={open} />
              <SumsSection piece={piece} />
            </Section>
          </div>
          <div className="flex flex-col gap-6">
            {isPlanned && (
              <Section
                title="How sure its date is"
                aside={chances && <span className="text-table text-sub">from {chances.runs} rehearsals</span>}
              >
                {chances && <ChanceCurve chances={chances} due={piece.due} saying={saying} />}
                {!chances && !sure.error && <Rehearsing />}
                <CoreFault of={sure} />
                <p className="min-h-[3lh] text-table">
                  {chances && saySure(view.plan.ready[piece.id]!, chances, saying)}
                </p>
              </Section>
            )}
            {piece.active && days.length > 0 && (
              <Section title="Where its days go">
                <DaysBar parts={days} />
              </Section>
            )}
            {(piece.active || piece.trials.tried.length > 0) && <TrialsSection piece={piece} />}
            {piece.kind === 'client' && <AsksSection piece={piece} />}
            <About piece={piece} />
            <Log piece={piece} />
          </div>
        </div>
      </div>
      {sheet}
    </main>
  );
}

function PieceHead({ piece }: { readonly piece: PieceView }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const navigate = useNavigate();
  const ready = view.plan.ready[piece.id];
  const remove = async () => {
    if (await command('DELETE', `/pieces/${piece.id}`, { version: piece.version })) void navigate('/pieces');
  };
  return (
    <header className="flex flex-wrap items-start gap-x-6 gap-y-2">
      <Tag brief={piece.brief} size={52} />
      <div className="min-w-48 flex-1">
        <h1 className="text-title font-semibold">{piece.name}</h1>
        <p className="condensed text-sub">
          {piece.kind === 'client' ? `Client · ${piece.client ?? 'no name'}` : 'Stock'} · {piece.brief.body.name}
          {topColour(piece.brief) ? `, top ${topColour(piece.brief)!.name}` : ''}
        </p>
      </div>
      {piece.active ? (
        <>
          <dl className="condensed grid grid-cols-[auto_auto] gap-x-3">
            <dt className="text-sub">Ready</dt>
            <dd className="font-semibold">{ready === undefined ? 'no room in the plan' : sayTime(ready, saying)}</dd>
            <dt className="text-sub">{piece.promised ? 'Promised' : 'Wanted'}</dt>
            <dd className="font-semibold">
              {piece.due === null ? 'no date' : sayTime(piece.due, saying)}{' '}
              <HealthMark health={healthOf(piece, view.plan, saying)} />
            </dd>
          </dl>
          <div className="no-print flex gap-2">
            <Link
              to={`/pieces/${piece.id}/edit`}
              className="flex h-8 items-center gap-1.5 border border-ink px-3 text-table font-semibold"
            >
              <Pencil size={14} aria-hidden="true" /> Change
            </Link>
            <Button onClick={() => void remove()}>{isDone(piece) ? 'Fetched, it has left' : 'Out of the shop'}</Button>
          </div>
        </>
      ) : (
        <p className="text-sub">
          Left the shop{piece.leftAt === null ? '' : ` ${sayTime(piece.leftAt, saying)}`}. Undo it in the log to bring
          it back.
        </p>
      )}
      {refusal && <div className="w-full">{refusal}</div>}
    </header>
  );
}

function WideLane({ piece }: { readonly piece: PieceView }) {
  const { view, now: clock } = useWorkshop();
  const saying = useSaying();
  // The time of a piece that left ended then.
  const now = piece.leftAt ?? clock;
  const { lane, scale } = useMemo(() => {
    // Of one that left no pickup is to come: its strata end with it.
    const model = laneModel(piece.leftAt === null ? piece : { ...piece, due: null }, view.plan, now);
    return {
      lane: model,
      scale: timeScale(
        view.shop,
        Math.min(now, model.from),
        Math.min(model.until, now + 60 * 1440) + 1440,
        DAY_WIDTH.week,
      ),
    };
  }, [piece, view, now]);
  const scroller = useRef<HTMLDivElement>(null);
  // Opens with now in sight; after that scrolling is the user's.
  useEffect(() => {
    if (scroller.current) scroller.current.scrollLeft = scale.x(now) - scroller.current.clientWidth / 3;
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- only when the piece is opened
  }, [piece.id]);
  if (lane.works.length === 0) return null;
  return (
    <div
      ref={scroller}
      className="overflow-x-auto border-y border-line"
      tabIndex={0}
      role="img"
      aria-label={`${piece.name} through time`}
    >
      <svg
        width={Math.max(scale.width, 600)}
        height="104"
        viewBox={`0 0 ${Math.max(scale.width, 600)} 104`}
        className="block print:h-auto print:w-full"
      >
        {scale.shut.map((n) => (
          <rect key={n.x} x={n.x} width={n.width} y="0" height="104" fill="var(--m-night)" />
        ))}
        {scale.days.map((d) => {
          const x = besideNow(d.x + 6, scale.x(now));
          // Late in the evening the word of a day beside the line of now would stand on that of the next.
          return d.x + d.width - x < DAY_WORD ? null : (
            <text key={d.at} x={x} y="14" fontSize="12" fill="var(--m-sub)">
              {sayDate(d.at + 720, saying)}
            </text>
          );
        })}
        <g transform="translate(0 4) scale(1 1.5)">
          <LaneDrawing lane={lane} scale={scale} />
        </g>
        <path d={`M${scale.x(now)} 0v104`} stroke="var(--m-ink)" strokeWidth="1.4" />
        <g transform="translate(0 20)">
          {lane.due !== null && (
            <Pennant x={scale.x(lane.due)} kind={lane.ready === null ? 'unknown' : lane.isLate ? 'late' : 'fits'} />
          )}
        </g>
      </svg>
    </div>
  );
}

/** What does not go together on this piece as it is planned; a fix is saved at once, and can be undone. */
function Conflicts({ piece }: { readonly piece: PieceView }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const draft = useMemo(() => ({ brief: piece.brief, edits: piece.edits }), [piece]);
  const look = useMemo(() => lookAt(draft, piece, view), [draft, piece, view]);
  const done = new Set(piece.steps.filter((s) => s.state.kind !== 'planned').map((s) => s.key));
  if (!piece.active) return null;
  return (
    <>
      <ConflictList
        conflicts={look.conflicts.filter((c) => c.step === null || !done.has(c.step))}
        steps={look.route.steps}
        onFix={(fix) => void command('PUT', `/pieces/${piece.id}`, pieceWith(piece, withFix(draft, look, fix)))}
      />
      {refusal}
    </>
  );
}

/** What the painter left out, and what it protected. */
function Struck({ piece }: { readonly piece: PieceView }) {
  return piece.struck.map((s) => (
    <p key={s.key} className="border-l-3 border-oxide pl-3 text-table">
      <span className="line-through">{s.title}</span>: left out, {s.why}. Lost: {s.lost}
      {s.caution ? ` Still true: ${s.caution}` : ''}
    </p>
  ));
}

function About({ piece }: { readonly piece: PieceView }) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const saying = useSaying();
  return (
    <Section title="The piece">
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-table">
        {piece.zones.map((z) => (
          <div key={z.id} className="contents" title={said(z.formula)}>
            <dt className="text-sub">{z.name}</dt>
            <dd>
              {sayArea(z.area_m2, view.workshop.units)} <span className="condensed text-sub">{said(z.formula)}</span>
            </dd>
          </div>
        ))}
        <dt className="text-sub">Arrival</dt>
        <dd>{sayTime(piece.arrival, saying)}</dd>
      </dl>
      {piece.notes.map((n) => (
        <p key={n} className="border-l-3 border-keyline pl-3 text-table">
          {said(n)}
        </p>
      ))}
    </Section>
  );
}

function Log({ piece }: { readonly piece: PieceView }) {
  const { view } = useWorkshop();
  const { undo, refusal } = useCommand();
  const saying = useSaying();
  const [isOlder, setOlder] = useState(false);
  const older = useOlderChanges(isOlder ? (view.changes.at(-1)?.number ?? null) : null, piece.id);
  const own = [...view.changes.filter((c) => c.piece === piece.id), ...older.all];
  return (
    <Section title="Log">
      {refusal}
      {own.length === 0 && (
        <p className="text-sub">Nothing recorded yet. Every start, coat and change will stand here.</p>
      )}
      <ol className="flex flex-col">
        {own.map((c) => (
          <li key={c.id} className="flex items-baseline justify-between gap-3 border-b border-line py-1.5 text-table">
            <span className={c.undoneBy !== null ? 'text-sub line-through' : ''}>
              {c.summary}{' '}
              <span className="condensed text-sub">
                {c.by}, {sayTime(c.at, saying)}
              </span>
            </span>
            {canUndo(c) && (
              <button type="button" className="min-h-6 cursor-pointer underline" onClick={() => void undo(c.id)}>
                Undo
              </button>
            )}
          </li>
        ))}
      </ol>
      {older.error && <p role="alert">{older.error.message}</p>}
      {view.changes.length >= MOST_CHANGES && !(isOlder && older.isAll) && (
        <Button onClick={() => (isOlder ? older.more() : setOlder(true))}>Earlier</Button>
      )}
    </Section>
  );
}
