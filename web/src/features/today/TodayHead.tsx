import { clock, presenceOf, sayLength, sayTime, type Window } from '@app/core';
import { Link } from 'react-router';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Tap } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import type { Today } from './todayOf.ts';

type Whose = 'mine' | 'all';
type HeadProps = {
  readonly today: Today;
  /** Whose day is shown; null: nobody can be chosen. */
  readonly whose: { readonly value: Whose; readonly onChange: (whose: Whose) => void } | null;
};

/** The clock, what opens or closes next in letters for the far end of the bench, what leaves today and who is away. */
export function TodayHead({ today, whose }: HeadProps) {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const away = view.shop.people.flatMap((p) => {
    const presence = presenceOf(p.hours, saying.zone, now);
    return presence.kind === 'away' && presence.isUnusual ? [{ person: p, back: presence.back }] : [];
  });
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-8 gap-y-2">
        <h1 className="flex flex-wrap items-baseline gap-x-4">
          <span className="text-clock leading-none font-bold">{clock(now, saying)}</span>
          <span className="text-section text-sub">
            {new Intl.DateTimeFormat(saying.units === 'us' ? 'en-US' : 'en-GB', {
              weekday: 'long',
              day: 'numeric',
              month: 'long',
              timeZone: saying.zone,
            }).format(now * 60_000)}
          </span>
          {whose && (
            <span className="flex self-center text-body">
              {(['mine', 'all'] as const).map((w) => (
                <Tap key={w} isOn={whose.value === w} onToggle={() => whose.onChange(w)}>
                  <span className="inline-flex min-h-8 items-center px-1">
                    {w === 'mine' ? 'Only mine' : 'Everybody'}
                  </span>
                </Tap>
              ))}
            </span>
          )}
        </h1>
        <OpensNext windows={today.windows} />
      </div>
      {today.leaving.length > 0 && (
        <p className="flex flex-wrap items-center gap-x-4 gap-y-1 text-body">
          <span className="font-semibold">Leaves today:</span>
          {today.leaving.map((p) => (
            <Link key={p.id} to={`/pieces/${p.id}`} className="inline-flex min-h-8 items-center gap-2 underline">
              <Tag brief={p.brief} size={22} /> {p.name}
              {p.client ? `, ${p.client}` : ''}, {clock(p.due!, saying)}
            </Link>
          ))}
        </p>
      )}
      {away.length > 0 && (
        <p className="text-body">
          <span className="font-semibold">Away today:</span>{' '}
          {away
            .map(({ person, back }) => `${person.name}${back === null ? '' : ` (back ${sayTime(back, saying)})`}`)
            .join(', ')}
        </p>
      )}
    </div>
  );
}

/** The next window to open, and the next to close, each with its piece. */
function OpensNext({ windows }: { readonly windows: readonly Window[] }) {
  const { now } = useWorkshop();
  const opening = windows.filter((w) => w.opens > now).sort((a, b) => a.opens - b.opens)[0];
  const closing = windows.filter((w) => w.closes !== null && w.closes > now).sort((a, b) => a.closes! - b.closes!)[0];
  if (!opening && !closing) return null;
  return (
    <div className="flex flex-wrap gap-x-8 gap-y-2" role="status" aria-label="Opens next">
      {opening && <Moment word="Opens" at={opening.opens} window={opening} colour="" />}
      {closing && <Moment word="Closes" at={closing.closes!} window={closing} colour="text-brass-text" />}
    </div>
  );
}

function Moment({
  word,
  at,
  window,
  colour,
}: {
  readonly word: string;
  readonly at: number;
  readonly window: Window;
  readonly colour: string;
}) {
  const { view, now } = useWorkshop();
  const said = useInUnits();
  const saying = useSaying();
  const piece = view.pieces.find((p) => p.id === window.piece);
  const step = piece?.steps.find((s) => s.id === window.step);
  if (!piece || !step) return null;
  return (
    <p className={`flex items-baseline gap-3 ${colour}`}>
      <span className="text-step font-bold whitespace-nowrap md:text-[34px]">
        {word} {at - now < 720 ? clock(at, saying) : sayTime(at, saying)}
      </span>
      <span className="min-w-0 text-section">
        <strong>{piece.name}</strong>: {said(step.title)}
        <span className="condensed block text-table">in {sayLength(at - now)}</span>
      </span>
    </p>
  );
}
