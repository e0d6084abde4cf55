import {
  dryingFactor,
  ENOUGH_COATS,
  ENOUGH_FILMS,
  ENOUGH_STEPS,
  ENOUGH_TIMES,
  type OwnCoverage,
  type OwnDrying,
  type Pace,
} from '@app/core';
import { type ReactNode } from 'react';
import { OWN_BOOK, useRead } from '../../../data/reads.ts';
import { useCommand } from '../../../data/useCommand.tsx';
import { useProducts } from '../../../data/useProducts.ts';
import { useWorkshop } from '../../../data/workshop.tsx';
import { sayCoverage } from '../../../ui/amounts.ts';
import { Button, Section } from '../../../ui/parts.tsx';
import { CoatsLine } from './CoatsLine.tsx';
import { FactorLine } from './FactorLine.tsx';
import type { Figures, Use } from './figures.ts';
import { sayFactor } from './sayFactor.ts';

/** Your shop against the book: everybody's pace, how products dry and spread, and how many coats hide a ground. */
export function OwnBookSection() {
  const { view } = useWorkshop();
  const { data } = useRead(OWN_BOOK);
  const { command, refusal } = useCommand();
  const isOwner = view.me.role === 'owner';
  const use = isOwner ? (figures: Figures) => void command('POST', '/own-book', figures) : null;
  const isOwnPace = view.shop.ownPace != null;
  const isPaceKnown = data?.paces.some((p) => p.n >= ENOUGH_STEPS) === true;
  return (
    <Section title="Your shop and the book">
      <p className="text-table text-sub">
        What the log of your own steps says against the book. The dashed line is the book, the strong mark your shop,
        the bar how far it spreads. While little is known a figure is held near the book; nothing is planned with before
        you say so, and the book comes back with one tap.
      </p>
      {refusal}
      <Group
        title="How long work takes"
        hint={`Steps of which start and end were tapped; planned with from ${ENOUGH_STEPS} on. ${isOwnPace ? 'Planned by your own pace where it is known.' : 'Planned by the book.'}`}
        empty="Nothing is known yet: tap Start and Done, and it stands here."
        action={
          use && (
            <span className="flex flex-wrap gap-2">
              {isPaceKnown && (
                <Button onClick={() => use({ about: 'pace', isOwn: true })}>
                  {isOwnPace ? 'Take the newest figures' : 'Plan by your own pace'}
                </Button>
              )}
              {isOwnPace && <Button onClick={() => use({ about: 'pace', isOwn: false })}>Back to the book</Button>}
            </span>
          )
        }
      >
        {data?.paces.map((p) => (
          <PaceLine key={`${p.person} ${p.skill}`} pace={p} />
        ))}
      </Group>
      <Group
        title="How long it dries"
        hint={`Going on with a coat says it was dry by then, “Not dry yet” that it was not, both in the air where it stood; planned with from ${ENOUGH_FILMS} films on, and never sooner than the sheet without your word.`}
        empty="Nothing is known yet: go on with a coat, or say “Not dry yet” when you come too soon."
      >
        {data?.drying.map((d) => (
          <DryingRow key={d.product} drying={d} use={use} />
        ))}
      </Group>
      <Group
        title="How far paint goes"
        hint={`Coats of which you said how much they took, under “Done differently”; reckoned with from ${ENOUGH_COATS} on.`}
        empty="Nothing is known yet: say what a coat really took, and it stands here."
      >
        {data?.coverage.map((c) => (
          <CoverageRow key={c.product} coverage={c} use={use} />
        ))}
      </Group>
      <Group
        title="How many coats hide it"
        hint={`Paint that is finished, by colour and ground; planned with from ${ENOUGH_TIMES} times on, when most took the same.`}
        empty="Nothing is known yet: finish the paint of a piece, and it stands here."
      >
        {data?.coats.map((c) => (
          <CoatsLine key={JSON.stringify(c.hides)} coats={c} use={use} />
        ))}
      </Group>
    </Section>
  );
}

type GroupProps = {
  readonly title: string;
  readonly hint: string;
  readonly empty: string;
  readonly action?: ReactNode;
  readonly children: ReactNode[] | undefined;
};

function Group({ title, hint, empty, action, children }: GroupProps) {
  return (
    <div className="flex flex-col gap-1 pt-3">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h3 className="font-semibold">{title}</h3>
        {action}
      </div>
      {children && children.length > 0 ? (
        <>
          <p className="condensed text-table text-sub">{hint}</p>
          <ul className="flex flex-col">{children}</ul>
        </>
      ) : (
        <p className="text-table">{empty}</p>
      )}
    </div>
  );
}

function PaceLine({ pace: p }: { readonly pace: Pace }) {
  const { view } = useWorkshop();
  const name = view.shop.people.find((x) => x.id === p.person)?.name ?? p.person;
  const used = view.shop.ownPace?.[p.person]?.[p.skill];
  return (
    <FactorLine name={`${name}, ${p.skill}`} {...p}>
      {sayFactor(p.factor, 'longer', 'quicker', 'the book')}
      <span className="text-sub">
        , {p.n} {p.n === 1 ? 'step' : 'steps'}, half between × {p.low.toFixed(1)} and × {p.high.toFixed(1)}
        {used === undefined ? '' : `; planned with × ${used.toFixed(2)}`}
      </span>
    </FactorLine>
  );
}

function DryingRow({ drying: d, use }: { readonly drying: OwnDrying; readonly use: Use }) {
  const product = useProducts().get(d.product);
  if (!product) return null;
  const used = dryingFactor(product);
  const isUsed = used !== 1;
  const isSooner = d.factor < 0.97;
  return (
    <FactorLine
      name={product.name}
      {...d}
      action={
        use &&
        (isUsed ? (
          <Button onClick={() => use({ about: 'drying', isOwn: false, of: d.product })}>Back to the sheet</Button>
        ) : (
          d.n >= ENOUGH_FILMS &&
          Math.abs(d.factor - 1) >= 0.03 && (
            <Button
              onClick={() =>
                use({ about: 'drying', isOwn: true, of: d.product, ...(isSooner ? { isBelowSheet: true } : {}) })
              }
            >
              {isSooner ? 'Plan it sooner than the sheet' : 'Plan with it'}
            </Button>
          )
        ))
      }
    >
      {sayFactor(d.factor, 'longer', 'quicker', 'the sheet')}
      <span className="text-sub">
        , {d.n} {d.n === 1 ? 'film' : 'films'}; four times of five between × {d.low.toFixed(2)} and ×{' '}
        {d.high.toFixed(2)}
        {isUsed
          ? `; planned with × ${used.toFixed(2)}`
          : isSooner
            ? '; planned by the sheet, unless you say otherwise'
            : ''}
      </span>
    </FactorLine>
  );
}

function CoverageRow({ coverage: c, use }: { readonly coverage: OwnCoverage; readonly use: Use }) {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const product = useProducts().get(c.product);
  if (!product) return null;
  const isUsed = product.spread_m2PerL !== c.sheet_m2PerL;
  return (
    <FactorLine
      name={product.name}
      {...c}
      action={
        use &&
        (isUsed ? (
          <Button onClick={() => use({ about: 'coverage', isOwn: false, of: c.product })}>Back to the sheet</Button>
        ) : (
          c.n >= ENOUGH_COATS && (
            <Button onClick={() => use({ about: 'coverage', isOwn: true, of: c.product })}>Reckon with it</Button>
          )
        ))
      }
    >
      {sayCoverage(c.own_m2PerL, units)}, the sheet says {sayCoverage(c.sheet_m2PerL, units)}
      <span className="text-sub">
        , {c.n} {c.n === 1 ? 'coat' : 'coats'}, half between × {c.low.toFixed(2)} and × {c.high.toFixed(2)}
        {isUsed ? `; reckoned with ${sayCoverage(product.spread_m2PerL!, units)}` : ''}
      </span>
    </FactorLine>
  );
}
