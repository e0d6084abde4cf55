import { COATS, type Coat, type OwnStep, type ProductFamily, type RouteEdit, type RouteStep } from '@app/core';
import { useState } from 'react';
import { useProducts } from '../../data/useProducts.ts';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
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

type AddProps = {
  readonly after: RouteStep;
  readonly draft: RouteDraft;
  readonly look: DraftView;
  readonly onEdit: (e: RouteEdit) => void;
};

/** A step of one's own behind the chosen one. */
export function AddStep({ after, draft, look, onEdit }: AddProps) {
  const products = useProducts();
  const [title, setTitle] = useState('');
  const [kind, setKind] = useState<Kind>('work');
  const [minutes, setMinutes] = useState('20');
  const [zones, setZones] = useState<readonly string[]>(
    after.zones.filter((z) => look.route.zones.some((x) => x.id === z)),
  );
  const coat = kind === 'work' || kind === 'dust' ? null : kind;
  const choices = [...products.values()].filter((p) => coat !== null && p.family === FAMILY[coat]);
  const [product, setProduct] = useState('');
  const chosen = choices.find((p) => p.id === product) ?? choices[0];
  const length = Number(minutes);
  const isGood = title.trim() !== '' && zones.length > 0 && Number.isInteger(length) && length >= 5 && length <= 1440;
  const add = () => {
    const step: OwnStep = {
      key: freshKey(draft.edits),
      title: title.trim(),
      zones,
      minutes: length,
      hands: 1,
      skill: coat === null ? 'prep' : coat === 'clear' || coat === 'wax' || coat === 'oil' ? 'seal' : 'paint',
      product: chosen?.id ?? null,
      coat,
      colour:
        coat === null
          ? null
          : coat === 'paint' || coat === 'glaze' || coat === 'stain'
            ? draft.brief.body.hex
            : '#e6e2d4',
      dusty: kind === 'dust',
      wait_minutes: 0,
    };
    onEdit({ op: 'add', after: after.key, step });
    setTitle('');
  };
  return (
    <details className="border-t border-line pt-2">
      <summary className="cursor-pointer text-table font-semibold">Add a step behind it</summary>
      <div className="flex flex-col gap-3 pt-3">
        <Field label="What is done">
          <Input value={title} maxLength={80} onChange={(e) => setTitle(e.target.value)} />
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Kind">
            <Select value={kind} onChange={(e) => setKind(KIND_WORDS.find(([k]) => k === e.target.value)![0])}>
              {KIND_WORDS.map(([k, words]) => (
                <option key={k} value={k}>
                  {words}
                </option>
              ))}
            </Select>
          </Field>
          <Field label="Minutes">
            <Input inputMode="numeric" value={minutes} onChange={(e) => setMinutes(e.target.value)} />
          </Field>
          {choices.length > 0 && (
            <Field label="With">
              <Select value={chosen?.id} onChange={(e) => setProduct(e.target.value)}>
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
              onToggle={() => setZones(zones.includes(z.id) ? zones.filter((x) => x !== z.id) : [...zones, z.id])}
            >
              {z.name}
            </Tap>
          ))}
        </div>
        <Button disabled={!isGood} onClick={add}>
          Add the step
        </Button>
      </div>
    </details>
  );
}
