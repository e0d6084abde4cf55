import type { PieceView, WorkshopView } from '@app/contract';
import { clock, type Instant, sayDate, sayTime } from '@app/core';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { laneModel } from '../../grain/laneModel.ts';
import { LaneDrawing, Pennant } from '../../grain/LaneDrawing.tsx';
import { timeScale, type TimeScale } from '../../grain/timeScale.ts';
import { usePrinting } from '../../ui/usePrinting.ts';
import { HealthMark, healthOf } from '../../ui/Health.tsx';
import { Tag } from '../../ui/Tag.tsx';

/** Width of a lane on paper, in its own pixels; the page scales it. */
const WIDTH = 1000;
const LANE_HEIGHT = 64;
const DAYS = 14;

/** The plan on paper; drawn only for paper, since it holds every lane there is. */
export function PlanPrint() {
  return usePrinting() ? <PlanOnPaper /> : null;
}

/** Every piece by name with its dates and its lane of the next two weeks, and who does what when. */
function PlanOnPaper() {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const pieces = view.pieces
    .filter((p) => p.active)
    .sort((a, b) => (a.due ?? view.plan.ready[a.id] ?? Infinity) - (b.due ?? view.plan.ready[b.id] ?? Infinity));
  const scale = paperScale(view, now);
  return (
    <div className="hidden print:block">
      <svg viewBox={`0 0 ${WIDTH} 24`} className="ml-[30%] w-[70%]">
        {scale.days.map((d) => (
          <text key={d.at} x={d.x + 3} y="19" fontSize="19" fill="var(--m-ink)">
            {d.width > 40 ? sayDate(d.at + 720, saying) : ''}
          </text>
        ))}
      </svg>
      <ul>
        {pieces.map((p) => (
          <li key={p.id} className="flex items-center border-b border-line py-1">
            <span className="flex w-[30%] items-start gap-2 pr-2">
              <Tag brief={p.brief} size={26} />
              <span className="min-w-0 text-table">
                <span className="block font-semibold">{p.name}</span>
                <span className="condensed block">
                  {p.kind === 'client' ? (p.client ?? 'Client') : 'Stock'},{' '}
                  {p.due === null ? 'no date' : sayTime(p.due, saying)}
                </span>
                <HealthMark health={healthOf(p, view.plan, saying)} />
              </span>
            </span>
            <PaperLane piece={p} scale={scale} />
          </li>
        ))}
      </ul>
      <h2 className="pt-4 pb-1 text-section font-semibold">The next seven days, by hand</h2>
      {view.shop.people.map((person) => (
        <section key={person.id} className="pb-3 last:pb-0">
          <h3 className="border-b border-ink font-semibold">{person.name}</h3>
          <ul className="columns-2 gap-6 pt-1 text-table">
            {workOf(view, person.id, now).map(({ piece, title, at, id }) => (
              <li key={id} className="flex gap-2 py-0.5">
                <span className="w-40 shrink-0 font-semibold">
                  {sayTime(at.start, saying)}–{clock(at.end, saying)}
                </span>
                <span>
                  {piece}: {title}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function PaperLane({ piece, scale }: { readonly piece: PieceView; readonly scale: TimeScale }) {
  const { view, now } = useWorkshop();
  const lane = laneModel(piece, view.plan, now);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${LANE_HEIGHT}`} className="w-[70%]" style={{ overflow: 'hidden' }} aria-hidden="true">
      {scale.shut.map((n) => (
        <rect key={n.x} x={n.x} width={n.width} y="0" height={LANE_HEIGHT} fill="var(--m-night)" />
      ))}
      <LaneDrawing lane={lane} scale={scale} />
      {lane.due !== null && lane.due < scale.until && (
        <Pennant x={scale.x(lane.due)} kind={lane.ready === null ? 'unknown' : lane.isLate ? 'late' : 'fits'} />
      )}
      <path d={`M${scale.x(now)} 0v${LANE_HEIGHT}`} stroke="var(--m-ink)" strokeWidth="1.6" />
    </svg>
  );
}

/** Two weeks, as wide as the paper. */
function paperScale({ shop }: WorkshopView, now: Instant): TimeScale {
  const probe = timeScale(shop, now - 1440, now + DAYS * 1440, 100);
  return timeScale(shop, now - 1440, now + DAYS * 1440, (100 * WIDTH) / probe.width);
}

function workOf(view: WorkshopView, person: string, now: Instant) {
  return view.pieces
    .filter((p) => p.active)
    .flatMap((p) =>
      p.steps.flatMap((s) => {
        const at = view.plan.steps[s.id];
        if (!at?.people.includes(person) || s.state.kind === 'done' || at.start >= now + 7 * 1440) return [];
        return [{ id: s.id, piece: p.name, title: s.title, at }];
      }),
    )
    .sort((a, b) => a.at.start - b.at.start);
}
