import { OwnStepInput } from '@app/contract';
import { COATS, type Coat, type OwnStep, type ProductFamily, type RouteEdit, type RouteStep } from '@app/core';
import { useProducts } from '../../data/useProducts.ts';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import type { RouteDraft } from '../../conflict/pieceWith.ts';
import type { DraftView } from '../../conflict/routeDraft.ts';
import { freshKey } from './editList.ts';

type Kind = 'work' | 'dust' | Coat;
const KIND_WORDS: readonly (readonly [Kind, string])[] = [
  ['work', 'Work without dust'],
  ['dust', 'Sanding'],
  ...COATS.filter((c) => c !== 'sheet').map((c) => [c, `A coat of ${c}`] as const),
  ['sheet', 'Paper or transfer'],
];
const FAMILY: Partial<Record<Coat, ProductFamily>> = {
  primer: 'primer',
  paint: 'paint',
  stain: 'stain',
  clear: 'clear',
  wax: 'wax',
  oil: 'oil',
  glaze: 'glaze',
};

const coatOf = (kind: Kind): Coat | null => (kind === 'work' || kind === 'dust' ? null : kind);
/** Coats that show the colour wished for; the others are drawn pale. */
const COLOURED: ReadonlySet<Coat> = new Set(['paint', 'glaze', 'stain']);
const PALE = '#e6e2d4';

type TypedStep = {
  readonly title: string;
  readonly kind: Kind;
  readonly minutes: string;
  readonly zones: readonly string[];
  readonly product: string;
};

type AddProps = {
  readonly after: RouteStep;
  readonly draft: RouteDraft;
  readonly look: DraftView;
  readonly onEdit: (e: RouteEdit) => void;
};

/** A step of one's own behind the chosen one. */
export function AddStep({ after, draft, look, onEdit }: AddProps) {
  const products = useProducts();
  const typed: TypedStep = {
    title: '',
    kind: 'work',
    minutes: '20',
    zones: after.zones.filter((z) => look.route.zones.some((x) => x.id === z)),
    product: '',
  };
  const { register, choice, watch, setValue, fault, submit, empty } = useTypedForm({
    typed,
    schema: OwnStepInput,
    read: (t): OwnStep => {
      const coat = coatOf(t.kind);
      return {
        key: freshKey(draft.edits),
        title: t.title.trim(),
        zones: t.zones,
        minutes: readNumber(t.minutes),
        hands: 1,
        skill: coat === null ? 'prep' : coat === 'clear' || coat === 'wax' || coat === 'oil' ? 'seal' : 'paint',
        product: chosenOf(t.kind, t.product)?.id ?? null,
        coat,
        colour: coat === null ? null : COLOURED.has(coat) ? draft.brief.body.hex : PALE,
        dusty: t.kind === 'dust',
        wait_minutes: 0,
      };
    },
    words: { minutes: 'Enter 5 to 1440 minutes.', zones: 'Choose at least one zone.' },
  });
  const choicesOf = (kind: Kind) => {
    const coat = coatOf(kind);
    return [...products.values()].filter((p) => coat !== null && p.family === FAMILY[coat]);
  };
  const chosenOf = (kind: Kind, product: string) => choicesOf(kind).find((p) => p.id === product) ?? choicesOf(kind)[0];
  const { kind, zones, product } = watch();
  const choices = choicesOf(kind);
  const add = submit((step) => {
    onEdit({ op: 'add', after: after.key, step });
    empty('title');
  });
  return (
    <details className="border-t border-line pt-2">
      <summary className="cursor-pointer text-table font-semibold">Add a step behind it</summary>
      <div className="flex flex-col gap-3 pt-3">
        <Field label="What is done" error={fault('title')}>
          <Input maxLength={80} {...register('title')} />
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Kind">
            <Select {...choice('kind')}>
              {KIND_WORDS.map(([k, words]) => (
                <option key={k} value={k}>
                  {words}
                </option>
              ))}
            </Select>
          </Field>
          <Field label="Minutes" error={fault('minutes')}>
            <Input inputMode="numeric" {...register('minutes')} />
          </Field>
          {choices.length > 0 && (
            <Field label="With">
              <Select value={chosenOf(kind, product)?.id} onChange={(e) => setValue('product', e.target.value)}>
                {choices.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </Select>
            </Field>
          )}
        </div>
        <div role="group" aria-label="On which zones" className="flex flex-wrap gap-1">
          {look.route.zones.map((z) => (
            <Tap
              key={z.id}
              isOn={zones.includes(z.id)}
              onToggle={() =>
                setValue('zones', zones.includes(z.id) ? zones.filter((x) => x !== z.id) : [...zones, z.id])
              }
            >
              {z.name}
            </Tap>
          ))}
        </div>
        {fault('zones') && (
          <p role="alert" className="text-lane text-oxide-text">
            {fault('zones')}
          </p>
        )}
        <Button onClick={add}>Add the step</Button>
      </div>
    </details>
  );
}
