import { useInUnits } from '../../data/saying.ts';
import { EditInput } from '@app/contract';
import { FILMS, METHODS, type Method, type RouteEdit, type RouteStep, sayCoats, seriesOf } from '@app/core';
import { useProducts } from '../../data/useProducts.ts';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { AddStep } from './AddStep.tsx';
import type { RouteDraft } from '../../conflict/pieceWith.ts';
import type { DraftView } from '../../conflict/routeDraft.ts';

type EditorProps = {
  readonly step: RouteStep;
  readonly draft: RouteDraft;
  readonly look: DraftView;
  /** It has begun or is done: it can be read, not changed. */
  readonly isFixed: boolean;
  readonly onEdit: (e: RouteEdit) => void;
  readonly onStruck: () => void;
};

const FILM_WORDS: Record<(typeof FILMS)[number], string> = {
  0.7: 'thin, dries sooner',
  1: 'as usual',
  1.5: 'thick, dries far slower',
};
const METHOD_WORDS: Record<Method, string> = {
  brush: 'Brush',
  roll: 'Roller',
  spray: 'Sprayer',
  wipe: 'Cloth',
  aerosol: 'Aerosol',
};

/** One step: why it is there, on whose word, and everything about it that can be changed. */
export function StepEditor({ step, draft, look, isFixed, onEdit, onStruck }: EditorProps) {
  const said = useInUnits();
  return (
    <Section title={step.title}>
      <p className="border-l-3 border-keyline pl-3 text-table">
        {step.reason}{' '}
        <span className="condensed text-sub">({step.authority === 'own' ? 'yours' : step.authority})</span>
      </p>
      {step.caution && <p className="text-table text-oxide-text">{said(step.caution)}</p>}
      {isFixed ? (
        <p className="text-table text-sub">It has begun or is done, so it stays as it was.</p>
      ) : (
        <Changeable step={step} look={look} onEdit={onEdit} onStruck={onStruck} />
      )}
      <AddStep after={step} draft={draft} look={look} onEdit={onEdit} />
    </Section>
  );
}

function Changeable({ step, look, onEdit, onStruck }: Pick<EditorProps, 'step' | 'look' | 'onEdit' | 'onStruck'>) {
  const products = useProducts();
  const family = step.product === null ? null : products.get(step.product)?.family;
  const alike = [...products.values()].filter((p) => p.family === family);
  const series = seriesOf(step.key);
  const coats = look.route.steps.filter((s) => s.coat !== null && seriesOf(s.key) === series).length;
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-2 gap-3">
        {step.product !== null && step.coat !== null && (
          <div className="col-span-2">
            <Field label="Product">
              <Select
                value={step.product}
                onChange={(e) => onEdit({ op: 'product', step: step.key, product: e.target.value })}
              >
                {alike.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </Select>
            </Field>
          </div>
        )}
        {step.method !== null && (
          <Field label="Laid by">
            <Select
              value={step.method}
              onChange={(e) =>
                onEdit({ op: 'method', step: step.key, method: METHODS.find((m) => m === e.target.value)! })
              }
            >
              {METHODS.map((m) => (
                <option key={m} value={m}>
                  {METHOD_WORDS[m]}
                </option>
              ))}
            </Select>
          </Field>
        )}
        {step.coat !== null && step.product !== null && (
          <Field label="Coat laid">
            <Select
              value={String(step.thickness ?? 1)}
              onChange={(e) => onEdit({ op: 'film', step: step.key, thickness: Number(e.target.value) })}
            >
              {FILMS.map((f) => (
                <option key={f} value={String(f)}>
                  {FILM_WORDS[f]}
                </option>
              ))}
            </Select>
          </Field>
        )}
        {series !== null && coats > 0 && (
          <Field label={`Coats of ${sayCoats(series)}`}>
            <Select value={coats} onChange={(e) => onEdit({ op: 'coats', series, count: Number(e.target.value) })}>
              {[1, 2, 3, 4, 5, 6].map((n) => (
                <option key={n}>{n}</option>
              ))}
            </Select>
          </Field>
        )}
        {step.hands > 0 && <MinutesField step={step} onEdit={onEdit} />}
        <WaitField step={step} onEdit={onEdit} />
      </div>
      {step.hands > 0 && step.zones.length > 1 && (
        <Button className="self-start" onClick={() => onEdit({ op: 'split', step: step.key })}>
          Split it for two people
        </Button>
      )}
      <StrikeForm
        step={step}
        onStrike={(strike) => {
          onEdit(strike);
          onStruck();
        }}
      />
    </div>
  );
}

function MinutesField({ step, onEdit }: { readonly step: RouteStep; readonly onEdit: (e: RouteEdit) => void }) {
  const { register, fault, submit } = useTypedForm({
    typed: { minutes: String(step.work_minutes) },
    schema: EditInput,
    read: (t) => ({ op: 'minutes' as const, step: step.key, minutes: readNumber(t.minutes) }),
    words: { minutes: 'Enter 5 to 1440 minutes.' },
  });
  const keep = submit((edit) => edit.minutes !== step.work_minutes && onEdit(edit));
  return (
    <Field label="Hands-on, minutes" error={fault('minutes')}>
      <Input inputMode="numeric" {...register('minutes')} onBlur={keep} />
    </Field>
  );
}

function WaitField({ step, onEdit }: { readonly step: RouteStep; readonly onEdit: (e: RouteEdit) => void }) {
  const now = Math.max(0, ...step.after.map((l) => l.min_minutes));
  const { register, fault, submit } = useTypedForm({
    // A hundredth of an hour is less than a minute, so that what is not changed is read back as it was.
    typed: { hours: String(Math.round((now / 60) * 100) / 100) },
    schema: EditInput,
    read: (t) => ({ op: 'wait' as const, step: step.key, minutes: Math.round(readNumber(t.hours) * 60) }),
    at: { minutes: 'hours' },
    words: { hours: 'Enter 0 to 720 hours.' },
  });
  const keep = submit((edit) => edit.minutes !== now && onEdit(edit));
  return (
    <Field label="Wait before, at least hours" error={fault('hours')}>
      <Input inputMode="decimal" {...register('hours')} onBlur={keep} />
    </Field>
  );
}

function StrikeForm({ step, onStrike }: { readonly step: RouteStep; readonly onStrike: (e: RouteEdit) => void }) {
  const { register, fault, submit } = useTypedForm({
    typed: { why: '' },
    schema: EditInput,
    read: (t) => ({ op: 'strike' as const, step: step.key, why: t.why.trim() }),
  });
  return (
    <div className="flex items-end gap-2">
      <Field label="Leave it out, because" error={fault('why')}>
        <Input maxLength={120} {...register('why')} />
      </Field>
      <Button onClick={submit(onStrike)}>Leave it out</Button>
    </div>
  );
}
