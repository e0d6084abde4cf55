import { eveningOf, instantAt, layingOut, nextWorkAfter, sayDay, wallClock } from '@app/core';
import { useMemo, useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Choice, Section } from '../../ui/parts.tsx';
import { CloseTheDay } from './CloseTheDay.tsx';
import { FirstTomorrow } from './FirstTomorrow.tsx';
import { PersonsTableView } from './PersonsTableView.tsx';

/** End of one day and laying out of the next: what to shut, what dries overnight, and everybody's table for the morning. */
export function EveningScreen() {
  const { shown, now } = useWorkshop();
  const saying = useSaying();
  const { zone } = saying;
  const { day } = wallClock(zone, now);
  const tonight = instantAt(zone, day + 1, 0);
  const next = useMemo(() => nextWorkAfter(shown.pieces, shown.plan, tonight), [shown, tonight]);
  const [which, setWhich] = useState<'today' | 'next'>('next');
  const from = which === 'today' ? now : (next ?? tonight);
  const until = instantAt(zone, wallClock(zone, from).day + 1, 0);
  const asked = useMemo(() => ({ shop: shown.shop, pieces: shown.pieces, plan: shown.plan }), [shown]);
  const evening = useMemo(
    () => eveningOf(asked, now, [instantAt(zone, day, 0), tonight], next ?? tonight + 8 * 60),
    [asked, now, zone, day, tonight, next],
  );
  const tables = useMemo(() => layingOut(asked, from, until), [asked, from, until]);
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto grid max-w-7xl gap-8 p-4 md:p-6 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <h1 className="text-title font-semibold lg:col-span-2">Close the day, lay out the next</h1>
        <CloseTheDay evening={evening} />
        <Section
          title="Laying out"
          aside={
            <Choice
              label="For"
              value={which}
              options={[
                ['today', 'the rest of today'],
                ['next', next === null ? 'the next day' : sayDay(next, saying)],
              ]}
              onChange={setWhich}
            />
          }
        >
          {which === 'next' && <FirstTomorrow tables={tables} />}
          {tables.length === 0 ? (
            <p className="text-sub">Nothing is planned then.</p>
          ) : (
            tables.map((t) => <PersonsTableView key={t.person} table={t} />)
          )}
        </Section>
      </div>
    </main>
  );
}
