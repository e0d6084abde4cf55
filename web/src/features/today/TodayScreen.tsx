import { CoreFault } from '../../core/CoreFault.tsx';
import { MoonStar } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { NotSent } from '../../data/NotSent.tsx';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { useExplained } from '../../core/useCore.ts';
import { useStepSheet } from '../../step/useStepSheet.tsx';
import { AlarmPanel } from './AlarmPanel.tsx';
import { DayBreaks } from './DayBreaks.tsx';
import { DayStrata } from './DayStrata.tsx';
import { LastMove } from './LastMove.tsx';
import { useKept } from '../../ui/useKept.ts';
import { PersonToday } from './PersonToday.tsx';
import { TodayHead } from './TodayHead.tsx';
import { todayOf } from './todayOf.ts';
import { clock, sayDay, shelfDemand } from '@app/core';

/** The day per person, what is drying, and windows about to close. Large, for painty hands. */
export function TodayScreen() {
  const { view, shown, now, taps } = useWorkshop();
  const saying = useSaying();
  const why = useExplained(view);
  const explained = why.data;
  const { open, sheet } = useStepSheet(explained);
  const today = useMemo(() => todayOf(shown, now), [shown, now]);
  const short = useMemo(
    () =>
      new Map(
        shelfDemand(shown.shop, shown.pieces, shown.plan).flatMap((d) => (d.short ? [[d.short.step, d] as const] : [])),
      ),
    [shown],
  );
  const { role, personId } = view.me;
  const own = view.shop.people.length > 1 && view.shop.people.some((p) => p.id === personId) ? personId : null;
  // A helper looks at their own day first; the owner at everybody's.
  const [whose, setWhose] = useKept('whose-day', role === 'helper' ? 'mine' : 'all');
  const isOnlyMine = own !== null && whose === 'mine';
  const inHand = new Set(today.people.map((p) => p.now?.step.id));
  const others = taps.all.filter((t) => !inHand.has(t.step));
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="min-h-0 flex-1 overflow-auto">
        <div className="mx-auto flex max-w-7xl flex-col gap-6 p-4 md:p-6">
          <TodayHead
            today={today}
            whose={own === null ? null : { value: isOnlyMine ? 'mine' : 'all', onChange: setWhose }}
          />
          <AlarmPanel />
          <CoreFault of={why} />
          {others.length > 0 && (
            <section aria-label="Not yet sent" className="flex flex-col gap-2 bg-raised p-3">
              {others.map((t) => (
                <NotSent key={t.number} tap={t} />
              ))}
            </section>
          )}
          {today.people.every((p) => !p.now && p.later.length === 0) && (
            <p className="text-[18px] leading-[26px]">
              Nothing to do today
              {today.nextWork
                ? `; next work ${sayDay(today.nextWork, saying)} at ${clock(today.nextWork, saying)}`
                : '. Add a piece to give the day work'}
              .
            </p>
          )}
          <div className="flex flex-col gap-6 md:flex-col-reverse">
            <div className="grid grid-cols-[minmax(0,1fr)] gap-5 md:grid-cols-2 xl:grid-cols-3">
              {today.people
                .filter((p) => !isOnlyMine || p.person.id === own)
                .map((p) => (
                  <PersonToday key={p.person.id} day={p} short={short} onOpen={open} />
                ))}
            </div>
            <DayStrata view={shown} strata={today.strata} onOpen={open} />
          </div>
          <DayBreaks />
          <Link
            to="/evening"
            className="flex min-h-12 items-center gap-2 border-t border-line text-body font-semibold underline"
          >
            <MoonStar size={18} aria-hidden="true" /> Close the day, lay out the next
          </Link>
        </div>
      </div>
      <LastMove />
      {sheet}
    </main>
  );
}
