import { OkSchema } from '@app/contract';
import { useState } from 'react';
import { useSWRConfig } from 'swr';
import { send } from '../../data/api.ts';
import { GrainDefs } from '../../grain/GrainDefs.tsx';
import { Button } from '../../ui/parts.tsx';
import { SignInForm } from './SignInForm.tsx';
import { StartOwnForm } from './StartOwnForm.tsx';
import { WelcomeGrain } from './WelcomeGrain.tsx';

type Way = 'choose' | 'own' | 'sign-in';

/** First run: look round the demo, start an own shop, or sign in. */
export function Welcome({ demoHere }: { readonly demoHere: boolean }) {
  const [way, setWay] = useState<Way>('choose');
  const [error, setError] = useState<string | null>(null);
  const { mutate } = useSWRConfig();
  const enter = async () => {
    await mutate(() => true, undefined, { revalidate: true });
  };
  const demo = async () => {
    try {
      await send(OkSchema, 'POST', '/session/demo', {});
      await enter();
    } catch (e) {
      setError((e as Error).message);
    }
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-5xl flex-col justify-center gap-8 p-6 md:p-10">
      <GrainDefs />
      <header className="flex items-baseline gap-3">
        <span className="text-title font-bold tracking-tight">Mokume</span>
        <span className="condensed text-table text-sub">for the painted-furniture workshop</span>
      </header>
      <WelcomeGrain />
      <div className="grid gap-10 md:grid-cols-[1.1fr_1fr]">
        <div className="flex flex-col gap-4">
          <h1 className="text-figure font-semibold">What do I do now, what can I promise, and what will it cost me?</h1>
          <p className="max-w-prose text-section">
            Several pieces at once, through prep, primer, coats and cure. Mokume writes each piece’s route, counts paint
            and hours, and keeps one plan in which drying, cold nights, bench space, people and pickup dates fit, and
            keep fitting when the day goes wrong.
          </p>
          {error && (
            <p role="alert" className="text-oxide-text">
              {error}
            </p>
          )}
        </div>
        {way === 'choose' && (
          <div className="flex flex-col gap-3">
            {demoHere && (
              <WayButton
                title="Look round the demo"
                words="An invented boat-shed workshop with a dozen pieces in every stage, and its troubles. Nothing you do there touches your own shop."
                onClick={() => void demo()}
                isFirst
              />
            )}
            <WayButton
              title="Start my own"
              words="Three fields, sensible defaults for one person and a garage. First piece planned in two minutes."
              onClick={() => setWay('own')}
              isFirst={!demoHere}
            />
            <Button kind="plain" className="self-start" onClick={() => setWay('sign-in')}>
              I have a sign-in
            </Button>
          </div>
        )}
        {way === 'own' && <StartOwnForm onEntered={enter} onBack={() => setWay('choose')} />}
        {way === 'sign-in' && <SignInForm onEntered={enter} onBack={() => setWay('choose')} />}
      </div>
    </main>
  );
}

function WayButton({
  title,
  words,
  onClick,
  isFirst,
}: {
  readonly title: string;
  readonly words: string;
  readonly onClick: () => void;
  readonly isFirst: boolean;
}) {
  return (
    <button
      type="button"
      onClick={onClick}
      className={`cursor-pointer border p-4 text-left ${isFirst ? 'border-ink bg-ink text-paper' : 'border-ink'}`}
    >
      <span className="block text-section font-semibold">{title}</span>
      <span className="block text-table">{words}</span>
    </button>
  );
}
