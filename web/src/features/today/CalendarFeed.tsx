import { CalendarFeedSchema } from '@app/contract';
import { CalendarClock } from 'lucide-react';
import { useState } from 'react';
import { commandId, problemOf, send, wordsOf } from '../../data/api.ts';
import { CALENDAR_FEED, useRead } from '../../data/reads.ts';
import { Button } from '../../ui/parts.tsx';
import { Refusal } from '../../ui/Refusal.tsx';

/** A calendar with alarms that a phone follows: its address, made anew or taken away at will. */
export function CalendarFeed() {
  const { data, mutate } = useRead(CALENDAR_FEED);
  const [why, setWhy] = useState<unknown>(null);
  const change = async (method: 'POST' | 'DELETE') => {
    setWhy(null);
    try {
      const answer = await send(CalendarFeedSchema, method, '/calendar', { commandId: commandId() });
      await mutate(answer ?? undefined, { revalidate: false });
    } catch (e) {
      setWhy(e);
    }
  };
  const address = data?.path ? `${window.location.origin}${data.path}` : null;
  return (
    <section aria-label="Calendar" className="flex max-w-3xl flex-col gap-2 border-l-3 border-line pl-3">
      <h3 className="flex items-center gap-2 text-body font-semibold">
        <CalendarClock size={18} aria-hidden="true" /> A calendar for your phone
      </h3>
      {address === null ? (
        <>
          <p className="text-body">
            Windows, the next week’s steps and pickups, with alarms, in any calendar app that can follow an address.
          </p>
          <Button size="hand" className="self-start" onClick={() => void change('POST')}>
            Make the calendar
          </Button>
        </>
      ) : (
        <>
          <p className="text-body">
            Follow this address in the phone’s calendar app (“subscribe”, not “import”). Whoever has it can read what is
            planned and nothing else. The app asks anew when it likes, often once an hour: what was moved since then is
            right here first.
          </p>
          <p className="border border-keyline bg-paper p-2 text-table break-all select-all">{address}</p>
          {isLoopback() && (
            <p className="text-table text-brass-text">
              This address works on this computer only. For a phone start Mokume with <code>npm start -- --lan</code>.
            </p>
          )}
          <div className="flex flex-wrap gap-2">
            <Button size="hand" onClick={() => void navigator.clipboard?.writeText(address)}>
              Copy the address
            </Button>
            <Button size="hand" onClick={() => void change('POST')}>
              Make a new one
            </Button>
            <Button size="hand" onClick={() => void change('DELETE')}>
              Take it away
            </Button>
          </div>
        </>
      )}
      {why !== null && <Refusal words={wordsOf(problemOf(why))} onClose={() => setWhy(null)} />}
    </section>
  );
}

const isLoopback = () => ['localhost', '127.0.0.1', '[::1]'].includes(window.location.hostname);
