import { ENOUGH_STEPS, type Pace } from '@app/core';
import { PACE, useRead } from '../../data/reads.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Section } from '../../ui/parts.tsx';

const WIDTH = 300;
const MOST = 2.5;
/** Factors stand on a scale on which twice as long is as far from the book as half. */
const x = (factor: number) => WIDTH / 2 + (Math.log(factor) / Math.log(MOST)) * (WIDTH / 2 - 8);

/** Your shop against the book: everybody's pace by kind of work, from steps tapped at both ends. */
export function PaceSection() {
  const { view } = useWorkshop();
  const { data } = useRead(PACE);
  const { command, refusal } = useCommand();
  const paces = data?.paces ?? [];
  const isOwn = view.shop.ownPace != null;
  return (
    <Section
      title="Your shop and the book"
      aside={
        view.me.role === 'owner' && (
          <span className="flex gap-2">
            <Button onClick={() => void command('POST', '/pace', { isOwn: true })}>
              {isOwn ? 'Take the newest figures' : 'Plan by your own pace'}
            </Button>
            {isOwn && <Button onClick={() => void command('POST', '/pace', { isOwn: false })}>Back to the book</Button>}
          </span>
        )
      }
    >
      <p className="text-table text-sub">
        {isOwn ? 'Planned by your own pace where it is known.' : 'Planned by the book.'} Counted are steps of which
        start and end were tapped; from {ENOUGH_STEPS} on they are planned with, held nearer to the book while they are
        few.
      </p>
      {refusal}
      {paces.length === 0 ? (
        <p className="text-table">Nothing is known yet: tap Start and Done, and it stands here.</p>
      ) : (
        <ul className="flex flex-col">
          {paces.map((p) => (
            <PaceRow key={`${p.person} ${p.skill}`} pace={p} />
          ))}
        </ul>
      )}
    </Section>
  );
}

function PaceRow({ pace: p }: { readonly pace: Pace }) {
  const { view } = useWorkshop();
  const name = view.shop.people.find((x) => x.id === p.person)?.name ?? p.person;
  const used = view.shop.ownPace?.[p.person]?.[p.skill];
  const percent = Math.round((p.factor - 1) * 100);
  return (
    <li className="grid items-center gap-x-4 border-b border-line py-1.5 text-table sm:grid-cols-[160px_minmax(0,300px)_minmax(0,1fr)]">
      <span>
        {name}, {p.skill}
      </span>
      <svg viewBox={`0 0 ${WIDTH} 24`} className="h-6 w-full" aria-hidden="true">
        <rect x="0" y="4" width={WIDTH} height="16" fill="var(--m-sunk)" />
        <rect
          x={x(p.low)}
          y="4"
          width={Math.max(2, x(p.high) - x(p.low))}
          height="16"
          fill="var(--m-keyline)"
          opacity="0.5"
        />
        <path d={`M${WIDTH / 2} 0v24`} stroke="var(--m-ink)" strokeWidth="1.5" strokeDasharray="3 2" />
        <path d={`M${x(p.factor)} 1v22`} stroke="var(--m-copper)" strokeWidth="4" />
      </svg>
      <span>
        {Math.abs(percent) < 3
          ? 'as the book'
          : `${Math.abs(percent)} % ${percent > 0 ? 'longer' : 'quicker'} than the book`}
        <span className="text-sub">
          , {p.n} {p.n === 1 ? 'step' : 'steps'}, half between × {p.low.toFixed(1)} and × {p.high.toFixed(1)}
          {used === undefined ? '' : `; planned with × ${used.toFixed(2)}`}
        </span>
      </span>
    </li>
  );
}
