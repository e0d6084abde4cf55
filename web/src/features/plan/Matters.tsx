import { CoreFault } from '../../core/CoreFault.tsx';
import { PlanningInput } from '@app/contract';
import { KNOWN_AFTER_MINUTES, PLANNING_DEFAULTS, type Preferences, sayStanding } from '@app/core';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useStanding } from '../../core/useCore.ts';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { BrassHatch } from '../../plan/BrassHatch.tsx';
import { Button, Field, Select } from '../../ui/parts.tsx';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { SidePanel } from './SidePanel.tsx';
import type { Improvement } from './useImprovement.ts';

const SLIDERS: readonly (readonly [keyof Preferences, string, string, string, string?])[] = [
  ['speed', 'Pieces out soon', 'whenever', 'as soon as can be'],
  ['slack', 'Days in hand before a date', 'none needed', 'plenty'],
  ['loads', 'One tray, one colour', 'does not matter', 'batch what can be'],
  [
    'stability',
    'People keep their plans',
    'change freely',
    'leave the week alone',
    `What was planned in the last ${KNOWN_AFTER_MINUTES} minutes nobody is used to yet: it changes freely.`,
  ],
];

function sayLook({ proposal, state }: Improvement): string {
  const found = 'A better plan was found; it is offered below the grain.';
  if (proposal) return state === 'looking' ? `${found} A still better one is being looked for.` : found;
  if (state === 'lost') return 'A look for a better plan got no answer; it begins again with the next change.';
  return state === 'looking' ? 'A better plan is being looked for.' : 'No better plan was found.';
}

/** What matters more in a plan. Told dates come first whatever stands here, and drying is never hurried. */
export function Matters({ improvement, onClose }: { readonly improvement: Improvement; readonly onClose: () => void }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const answer = useStanding(view);
  const lines = answer.data ? sayStanding(answer.data) : answer.error ? [] : [{ words: '…', inAnyPlan: null }];
  const { preferences: kept, frozen_hours } = view.shop.planning ?? PLANNING_DEFAULTS;
  const form = useTypedForm({
    typed: { preferences: kept, frozen: String(frozen_hours) },
    isShared: true,
    schema: PlanningInput,
    read: (t) => ({ version: view.workshop.version, frozen_hours: Number(t.frozen), preferences: t.preferences }),
    at: { frozen_hours: 'frozen' },
  });
  const { choice, watch, setValue, reset, fault, submit } = form;
  const { preferences } = watch();
  const save = submit(async (body) => {
    const isSaved = await command('PUT', '/planning', body);
    if (isSaved) onClose();
    return isSaved;
  });
  return (
    <SidePanel title="What matters in a plan" onClose={onClose}>
      <p className="text-table text-sub">
        First come pieces that can be ready at all, then dates clients were told, then dates nobody was told. These say
        what counts among plans alike in that.
      </p>
      <section className="border-l-3 border-keyline pl-3" aria-label="How good this plan is">
        <h3 className="condensed text-lane font-semibold text-sub">This plan</h3>
        <CoreFault of={answer} />
        {lines.map((line) => (
          <div key={line.words} className="mb-1.5">
            <p className="text-table">{line.words}</p>
            {line.inAnyPlan !== null && <InAnyPlan share={line.inAnyPlan} />}
          </div>
        ))}
        {lines.some((l) => l.inAnyPlan !== null) && (
          <p className="condensed mb-1.5 text-lane text-sub">
            Solid: there in any plan. Hatched: not proved, another plan may save it.
          </p>
        )}
        <p className="text-table">{sayLook(improvement)}</p>
      </section>
      {SLIDERS.map(([key, label, low, high, note]) => (
        <label key={key} className="flex flex-col gap-1">
          <span className="text-table font-semibold">{label}</span>
          <input
            type="range"
            min={0}
            max={4}
            step={1}
            value={preferences[key]}
            onChange={(e) => setValue(`preferences.${key}`, Number(e.target.value))}
            className="range range-xs w-full"
          />
          <span className="condensed flex justify-between text-lane text-sub">
            <span>{low}</span>
            <span>{high}</span>
          </span>
          {note !== undefined && <span className="condensed text-lane text-sub">{note}</span>}
        </label>
      ))}
      <Field label="Nothing is moved by improvement within" error={fault('frozen')}>
        <Select {...choice('frozen')}>
          {[0, 4, 24, 48, 72, 168].map((h) => (
            <option key={h} value={h}>
              {h === 0 ? 'no time at all' : h < 24 ? `${h} hours` : h === 24 ? 'a day' : `${h / 24} days`}
            </option>
          ))}
        </Select>
      </Field>
      <BothVersions of={form} labels={{ frozen: 'Nothing is moved within, hours', preferences: 'The sliders' }} />
      {refusal}
      <div className="flex gap-2">
        <Button kind="primary" onClick={save}>
          Keep
        </Button>
        <Button
          onClick={() =>
            reset({ preferences: PLANNING_DEFAULTS.preferences, frozen: String(PLANNING_DEFAULTS.frozen_hours) })
          }
        >
          Ordinary
        </Button>
      </div>
    </SidePanel>
  );
}

/** What is there in any plan as a layer of ink, and beside it, hatched, what another plan may save. */
const InAnyPlan = ({ share }: { readonly share: number }) => (
  <svg viewBox="0 0 1000 8" preserveAspectRatio="none" className="mt-0.5 h-2 w-full" aria-hidden>
    <defs>
      <BrassHatch id="matters-open" />
    </defs>
    <rect width="1000" height="8" fill="url(#matters-open)" stroke="var(--m-keyline)" />
    <rect width={1000 * share} height="8" fill="var(--m-ink)" />
  </svg>
);
