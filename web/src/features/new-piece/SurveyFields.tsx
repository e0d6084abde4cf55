import { type Finding, FINDINGS, type Finish, type Wood } from '@app/core';
import { Choice, Section, Tap } from '../../ui/parts.tsx';
import { type PieceDraft, toggleFinding } from './pieceDraft.ts';

const WOODS: readonly (readonly [Wood, string])[] = [
  ['softwood', 'Softwood'],
  ['hardwood', 'Hardwood'],
  ['red-wood', 'Red or dark wood'],
  ['veneer', 'Veneer'],
  ['laminate', 'Laminate or board'],
];
const FINISHES: readonly (readonly [Finish, string])[] = [
  ['raw', 'Bare'],
  ['wax', 'Wax or oil'],
  ['varnish', 'Varnish'],
  ['pale-paint', 'Pale paint'],
  ['dark-paint', 'Dark paint'],
  ['foil', 'Glossy foil'],
];
const FINDING_WORDS: Record<Finding, string> = {
  grime: 'Grime',
  knots: 'Knots',
  bleeds: 'Colour on the rag',
  odour: 'Smells',
  'loose-joints': 'Loose joints',
  gouges: 'Gouges',
  'old-paint': 'Old paint, lead possible',
  droppings: 'Droppings',
  'missing-hardware': 'Hardware missing',
};

/** What you see on it: taps only. */
export function SurveyFields({
  draft,
  onChange,
}: {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
}) {
  const survey = (more: Partial<PieceDraft['survey']>) => onChange({ ...draft, survey: { ...draft.survey, ...more } });
  const { finish } = draft.survey;
  return (
    <Section title="What you see on it">
      <div className="grid gap-3 md:grid-cols-2">
        <Choice label="Made of" value={draft.survey.wood} options={WOODS} onChange={(wood) => survey({ wood })} />
        <Choice
          label="Finish now"
          value={finish}
          options={FINISHES}
          onChange={(f) => survey({ finish: f, layers: f === 'raw' ? 0 : Math.max(1, draft.survey.layers) })}
        />
      </div>
      {(finish === 'varnish' || finish === 'pale-paint' || finish === 'dark-paint') && (
        <Choice
          label="Layers of it"
          value={String(draft.survey.layers)}
          options={[
            ['1', '1'],
            ['2', '2'],
            ['3', '3'],
            ['4', '4 or more'],
          ]}
          onChange={(n) => survey({ layers: Number(n) })}
        />
      )}
      <div role="group" aria-label="Findings" className="flex flex-wrap gap-1">
        {FINDINGS.map((f) => (
          <Tap key={f} isOn={draft.survey.findings.includes(f)} onToggle={() => onChange(toggleFinding(draft, f))}>
            {FINDING_WORDS[f]}
          </Tap>
        ))}
      </div>
    </Section>
  );
}
