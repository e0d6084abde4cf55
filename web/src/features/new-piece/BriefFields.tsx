import { useInUnits } from '../../data/saying.ts';
import { type Brief, type Route, type TopBrief, TOP_KINDS, type Sealer } from '@app/core';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Choice, Field, Section, Select } from '../../ui/parts.tsx';
import { topColour } from '../../ui/topColour.ts';
import { ColourField } from './ColourField.tsx';
import { LookFields } from './LookFields.tsx';
import { type PieceDraft, byRecipe } from './pieceDraft.ts';
import { WishFields } from './WishFields.tsx';

const TOP_WORDS: Record<TopBrief['kind'], string> = {
  same: 'Same as the rest',
  stain: 'Stained wood',
  paint: 'Another colour',
  wash: 'Washed wood',
  oil: 'Oiled wood',
  keep: 'As it is',
};
const TOP_USUAL: Record<'stain' | 'paint' | 'wash', { name: string; hex: string }> = {
  stain: { name: 'Warm brown', hex: '#7a5230' },
  paint: { name: 'Off-white', hex: '#eee9dc' },
  wash: { name: 'Salt', hex: '#dfe3e0' },
};
const SEALER_WORDS: readonly (readonly [Sealer, string])[] = [
  ['auto', 'As the house does'],
  ['clear', 'Clear coat'],
  ['wax', 'Wax'],
  ['oil', 'Oil'],
  ['none', 'None'],
];

type BriefProps = {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
  readonly route: Route | null;
};

/** What the colour costs in coats on this ground. */
function costs(route: Route | null): string | undefined {
  const count = (coat: 'primer' | 'paint') =>
    route?.steps.filter((s) => s.coat === coat && s.group === 'body' && (coat === 'primer' || /^paint-\d/.test(s.key)))
      .length ?? 0;
  const [primer, paint] = [count('primer'), count('paint')];
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
      ? { kind, colour: 'colour' in top && top.kind === kind ? top.colour : TOP_USUAL[kind] }
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
            {[...products.values()]
              .filter((p) => p.family === 'paint')
              .map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
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
      </div>
      <LookFields draft={draft} onBrief={brief} />
      <WishFields draft={draft} onBrief={brief} />
    </Section>
  );
}
