import { does, type Finding, findingsToAsk, type Route, templateById, zonesOf, type ZoneSurvey } from '@app/core';
import { Choice, Field, Section, Select, Tap } from '../../ui/parts.tsx';
import { type PieceDraft, toggleFinding } from './pieceDraft.ts';
import { FINDING_WORDS, FINISH_WORDS, MATERIAL_WORDS, WOOD_WORDS } from './surveyWords.ts';

type SurveyProps = {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
  readonly route: Route | null;
};

/** What you see on it: taps only, and only what matters for this piece. */
export function SurveyFields({ draft, onChange, route }: SurveyProps) {
  const survey = (more: Partial<PieceDraft['survey']>) => onChange({ ...draft, survey: { ...draft.survey, ...more } });
  const { finish } = draft.survey;
  const template = templateById.get(draft.template)!;
  return (
    <Section title="What you see on it">
      <div className="grid gap-3 md:grid-cols-2">
        <Choice label="Made of" value={draft.survey.wood} options={WOOD_WORDS} onChange={(wood) => survey({ wood })} />
        <Choice
          label="Finish now"
          value={finish}
          options={FINISH_WORDS}
          onChange={(f) => survey({ finish: f, layers: f === 'raw' ? 0 : Math.max(1, draft.survey.layers) })}
        />
        <Choice
          label="Made or painted"
          value={draft.survey.age ?? 'unknown'}
          options={[
            ['new', 'Lately'],
            ['old', 'Long ago'],
            ['unknown', 'Nobody knows'],
          ]}
          onChange={(age) => survey({ age })}
        />
        {(finish === 'varnish' || finish === 'pale-paint' || finish === 'dark-paint') && (
          <Choice
            label="Layers of it"
            value={String(Math.min(4, draft.survey.layers))}
            options={[
              ['1', '1'],
              ['2', '2'],
              ['3', '3'],
              ['4', '4 or more'],
            ]}
            onChange={(n) => survey({ layers: Number(n) })}
          />
        )}
      </div>
      <div role="group" aria-label="Findings" className="flex flex-wrap gap-1">
        {findingsToAsk(template, draft.survey).map((f) => (
          <Tap key={f} isOn={draft.survey.findings.includes(f)} onToggle={() => onChange(toggleFinding(draft, f))}>
            {FINDING_WORDS[f]}
          </Tap>
        ))}
      </div>
      <ByZone draft={draft} onChange={onChange} />
      {route && <Proposed route={route} />}
    </Section>
  );
}

/** Hazards and repairs that follow from what was ticked. */
function Proposed({ route }: { readonly route: Route }) {
  const repairs = route.steps.filter(
    (s) => s.phase === 'repair' || s.phase === 'odour' || s.phase === 'test' || does(s, 'fill', 'glue'),
  );
  if (repairs.length === 0) return null;
  return (
    <p className="border-l-3 border-keyline pl-3 text-table">
      <span className="text-sub">So there will be: </span>
      {repairs.map((s) => s.title).join(' · ')}
    </p>
  );
}

/** A zone made of something else, or showing something the rest does not. */
function ByZone({ draft, onChange }: { readonly draft: PieceDraft; readonly onChange: (d: PieceDraft) => void }) {
  const template = templateById.get(draft.template)!;
  const { zones } = zonesOf(template, draft.dimensions, draft.zoneChoice);
  const own = draft.survey.zones ?? {};
  const set = (id: string, more: ZoneSurvey) =>
    onChange({ ...draft, survey: { ...draft.survey, zones: { ...own, [id]: { ...own[id], ...more } } } });
  return (
    <details>
      <summary className="cursor-pointer text-table font-semibold text-sub">A part of it is different</summary>
      <ul className="flex flex-col gap-3 pt-2">
        {zones.map((z) => {
          const zone = own[z.id] ?? {};
          return (
            <li key={z.id} className="grid gap-2 border-b border-line pb-3 sm:grid-cols-[110px_140px_140px_80px_1fr]">
              <span className="self-end pb-1.5 text-table font-semibold">{z.name}</span>
              <Field label="Made of">
                <Select
                  value={zone.wood ?? ''}
                  onChange={(e) => set(z.id, { wood: pick(MATERIAL_WORDS, e.target.value) })}
                >
                  <option value="">like the rest</option>
                  {MATERIAL_WORDS.map(([v, text]) => (
                    <option key={v} value={v}>
                      {text}
                    </option>
                  ))}
                </Select>
              </Field>
              <Field label="Finish now">
                <Select
                  value={zone.finish ?? ''}
                  onChange={(e) => set(z.id, { finish: pick(FINISH_WORDS, e.target.value) })}
                >
                  <option value="">like the rest</option>
                  {FINISH_WORDS.map(([v, text]) => (
                    <option key={v} value={v}>
                      {text}
                    </option>
                  ))}
                </Select>
              </Field>
              <Field label="Layers">
                <Select
                  value={zone.layers ?? ''}
                  onChange={(e) => set(z.id, { layers: e.target.value === '' ? undefined : Number(e.target.value) })}
                >
                  <option value="">same</option>
                  {[0, 1, 2, 3, 4].map((n) => (
                    <option key={n}>{n}</option>
                  ))}
                </Select>
              </Field>
              <div role="group" aria-label={`${z.name}: only here`} className="flex flex-wrap items-end gap-1">
                {(z.group === 'inside' ? INSIDE_FINDINGS : ZONE_FINDINGS)
                  .filter((f) => !draft.survey.findings.includes(f))
                  .map((f) => (
                    <Tap
                      key={f}
                      isOn={zone.findings?.includes(f) ?? false}
                      onToggle={() => set(z.id, { findings: toggled(zone.findings ?? [], f) })}
                    >
                      {FINDING_WORDS[f]}
                    </Tap>
                  ))}
              </div>
            </li>
          );
        })}
      </ul>
    </details>
  );
}

/** What is often on one part only. */
const ZONE_FINDINGS: readonly Finding[] = [
  'knots',
  'bleeds',
  'water-rings',
  'gouges',
  'lifting-veneer',
  'swollen-board',
];
/** The inside is often worse than the outside. */
const INSIDE_FINDINGS: readonly Finding[] = ['grime', 'odour', 'droppings', 'bleeds', 'insects', 'swollen-board'];
const pick = <T extends string>(list: readonly (readonly [T, string])[], value: string): T | undefined =>
  list.find(([v]) => v === value)?.[0];
const toggled = (list: readonly Finding[], f: Finding) =>
  list.includes(f) ? list.filter((x) => x !== f) : [...list, f];
