import { useInUnits } from '../../data/saying.ts';
import { type Brief, type Coat, type Route, type TopBrief, TOP_KINDS } from '@app/core';
import { ProductOptions } from '../../data/ProductOptions.tsx';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Choice, Field, Section, Select } from '../../ui/parts.tsx';
import { topColour } from '../../ui/topColour.ts';
import { ColourField } from './ColourField.tsx';
import { LookFields } from './LookFields.tsx';
import { type PieceDraft, byRecipe } from './pieceDraft.ts';
import { MadeFields } from './MadeFields.tsx';
import { PartRows } from './PartRows.tsx';
import { TOP_WORDS, USUAL_COLOUR } from './treatmentWords.ts';
import { WishFields } from './WishFields.tsx';
import { SEALER_WORDS } from './wishWords.ts';

type BriefProps = {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
  readonly route: Route | null;
};

/** What the colour costs in coats on this ground. */
function costs(route: Route | null): string | undefined {
  const body = route?.zones.find((z) => z.group === 'body')?.id;
  const count = (phase: 'prime' | 'paint', coat: Coat) =>
    route?.steps.filter((s) => s.phase === phase && s.coat === coat && body && s.zones.includes(body)).length ?? 0;
  const [primer, paint] = [count('prime', 'primer'), count('paint', 'paint')];
  if (paint === 0) return undefined;
  return `On this ground: ${primer > 0 ? `${primer} of primer and ` : ''}${paint} of paint.`;
}

/** What the owner of the piece wants: the few things always asked, then looks, then the rest. */
export function BriefFields({ draft, onChange, route }: BriefProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const products = useProducts();
  const brief = (more: Partial<Brief>) => onChange({ ...draft, brief: { ...draft.brief, ...more } });
  const { top } = draft.brief;
  const withTop = (kind: TopBrief['kind']): TopBrief =>
    kind === 'stain' || kind === 'paint' || kind === 'wash'
      ? { kind, colour: 'colour' in top && top.kind === kind ? top.colour : USUAL_COLOUR[kind] }
      : { kind };
  return (
    <Section
      title="What it should become"
      aside={
        view.shop.recipes.length > 0 ? (
          <label className="condensed flex items-center gap-2 text-table whitespace-nowrap text-sub">
            By recipe
            <Select
              className="h-7"
              value=""
              onChange={(e) => {
                const recipe = view.shop.recipes.find((r) => r.id === e.target.value);
                if (recipe) onChange(byRecipe(draft, recipe));
              }}
            >
              <option value="">choose…</option>
              {view.shop.recipes.map((r) => (
                <option key={r.id} value={r.id}>
                  {r.name}
                </option>
              ))}
            </Select>
          </label>
        ) : undefined
      }
    >
      <div className="grid gap-4 md:grid-cols-2">
        <ColourField
          label="Colour"
          colour={draft.brief.body}
          costs={costs(route)}
          onChange={(body) => brief({ body })}
        />
        <Field label="Paint" hint={said(products.get(draft.brief.paint)?.range ?? '')}>
          <Select value={draft.brief.paint} onChange={(e) => brief({ paint: e.target.value })}>
            <ProductOptions family="paint" />
          </Select>
        </Field>
        <Choice
          label="Top or seats"
          value={top.kind}
          options={TOP_KINDS.map((k) => [k, TOP_WORDS[k]] as const)}
          onChange={(kind) => brief({ top: withTop(kind) })}
        />
        {'colour' in top ? (
          <ColourField
            label={top.kind === 'stain' ? 'Stain' : top.kind === 'wash' ? 'Wash' : 'Colour of the top'}
            colour={topColour(draft.brief)!}
            isPaint={top.kind === 'paint'}
            onChange={(colour) => brief({ top: { ...top, colour } })}
          />
        ) : (
          <span />
        )}
        <Choice
          label="Protection"
          value={draft.brief.sealer}
          options={SEALER_WORDS}
          onChange={(sealer) => brief({ sealer })}
        />
        <Choice
          label="Hardware"
          value={draft.brief.hardware}
          options={[
            ['clean', 'Clean it'],
            ['keep', 'As it is'],
            ['repaint', 'Repaint'],
            ['replace', 'Replace'],
          ]}
          onChange={(hardware) => brief({ hardware })}
        />
        <Fittings brief={draft.brief} missing={draft.survey.findings.includes('missing-hardware')} onBrief={brief} />
      </div>
      <PartRows draft={draft} onChange={onChange} />
      <LookFields draft={draft} onBrief={brief} />
      <MadeFields draft={draft} onBrief={brief} />
      <WishFields draft={draft} onBrief={brief} />
    </Section>
  );
}

const FITTINGS: readonly (readonly [string, string])[] = [
  ['', 'a week by post'],
  ['0', 'they are here'],
  ['2', 'in 2 days'],
  ['4', 'in 4 days'],
  ['14', 'in 2 weeks'],
  ['28', 'in 4 weeks'],
];

/** When fittings that are new or missing will be here: only what needs them waits. */
function Fittings({
  brief,
  missing,
  onBrief,
}: {
  readonly brief: Brief;
  readonly missing: boolean;
  readonly onBrief: (more: Partial<Brief>) => void;
}) {
  if (brief.hardware !== 'replace' && !missing) return null;
  return (
    <Field label="New fittings are here">
      <Select
        value={brief.fittingsDays === undefined ? '' : String(brief.fittingsDays)}
        onChange={(e) => onBrief({ fittingsDays: e.target.value === '' ? undefined : Number(e.target.value) })}
      >
        {FITTINGS.map(([days, words]) => (
          <option key={days} value={days}>
            {words}
          </option>
        ))}
      </Select>
    </Field>
  );
}
