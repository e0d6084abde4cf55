import {
  type Brief,
  type Colour,
  type Look,
  type LookKind,
  LOOKS,
  looksOf,
  MOST_BLENDED,
  type ProductFamily,
  type SheetSize,
  templateById,
  type Zone,
  zonesOf,
} from '@app/core';
import { ArrowUp, Plus, X } from 'lucide-react';
import { ProductOptions } from '../../data/ProductOptions.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTyped, lengthUnit, toTyped } from '../../ui/amounts.ts';
import { Button, Choice, Field, Select, Tap } from '../../ui/parts.tsx';
import { ColourField } from './ColourField.tsx';
import { useFaultAt } from './faultAt.ts';
import { LOOK_WORDS } from '../../ui/lookWords.ts';
import { NumberInput } from './NumberInput.tsx';
import type { PieceDraft } from './pieceDraft.ts';
import { ZoneTaps } from './ZoneTaps.tsx';

const colour = (name: string, hex: string): Partial<Look> => ({ colour: { name, hex } });
const USUAL: Partial<Record<LookKind, Partial<Look>>> = {
  under: colour('Old red', '#8a3b32'),
  textured: colour('Texture colour', '#c8bfae'),
  distressed: { level: 'light' },
  stencil: { style: 'flat', ...colour('Off-white', '#efece2') },
  blended: colour('Second colour', '#8f9aa3'),
  glazed: colour('Umber', '#6b5a44'),
  metallic: colour('Old gold', '#b08d3f'),
  'tone-wash': colour('Grey tone', '#b8b2a4'),
  speckle: colour('Dark brown', '#4a4038'),
  lettering: colour('Near black', '#33302c'),
  stripes: colour('Off-white', '#efece2'),
  'dry-brush': colour('Pale', '#e9e3d2'),
  leaf: colour('Leaf gold', '#c7a23c'),
  'dark-wax': colour('Dark wax', '#5a4026'),
};

type LookProps = { readonly draft: PieceDraft; readonly onBrief: (b: Partial<Brief>) => void };

/** More than painted: each look by a tap, several of a kind, in the order they are laid. */
export function LookFields({ draft, onBrief }: LookProps) {
  const looks = looksOf(draft.brief);
  const { zones } = zonesOf(templateById.get(draft.template)!, draft.dimensions, draft.zoneChoice);
  const set = (next: readonly Look[]) => onBrief({ looks: next, under: null });
  return (
    <div className="flex flex-col gap-3">
      <div role="group" aria-label="Look" className="flex flex-wrap items-center gap-1">
        <span className="condensed pr-1 text-lane font-semibold text-sub">Look</span>
        {LOOKS.map((kind) => {
          const isOn = looks.some((l) => l.kind === kind);
          return (
            <Tap
              key={kind}
              isOn={isOn}
              onToggle={() => set(isOn ? looks.filter((l) => l.kind !== kind) : [...looks, { kind, ...USUAL[kind] }])}
            >
              {LOOK_WORDS[kind]}
            </Tap>
          );
        })}
      </div>
      {looks.length > 0 && (
        <ol aria-label="Looks in the order they are laid" className="flex flex-col gap-2">
          {looks.map((look, i) => (
            <LookRow
              // Two of a kind differ by where they stand only.
              key={`${look.kind}-${looks.slice(0, i).filter((l) => l.kind === look.kind).length}`}
              look={look}
              number={i + 1}
              zones={zones}
              onLook={(more) => set(looks.map((l, k) => (k === i ? { ...l, ...more } : l)))}
              onEarlier={i === 0 ? null : () => set(swapped(looks, i - 1))}
              onAgain={() => set([...looks.slice(0, i + 1), { ...look }, ...looks.slice(i + 1)])}
              onRemove={() => set(looks.filter((_, k) => k !== i))}
            />
          ))}
        </ol>
      )}
    </div>
  );
}

const swapped = (looks: readonly Look[], i: number): readonly Look[] => [
  ...looks.slice(0, i),
  looks[i + 1]!,
  looks[i]!,
  ...looks.slice(i + 2),
];

type RowProps = {
  readonly look: Look;
  readonly number: number;
  readonly zones: readonly Zone[];
  readonly onLook: (more: Partial<Look>) => void;
  readonly onEarlier: (() => void) | null;
  readonly onAgain: () => void;
  readonly onRemove: () => void;
};

function LookRow({ look, number, zones, onLook, onEarlier, onAgain, onRemove }: RowProps) {
  const name = `${number}. ${LOOK_WORDS[look.kind]}`;
  return (
    <li aria-label={name} className="grid grid-cols-[14px_1fr] border border-keyline bg-raised">
      <span
        aria-hidden="true"
        className="border-r border-keyline"
        style={{ background: look.colour?.hex ?? 'var(--m-sunk)' }}
      />
      <div className="flex flex-col gap-2 p-3">
        <div className="flex flex-wrap items-center gap-1">
          <span className="mr-auto text-table font-semibold">{name}</span>
          {onEarlier && (
            <Button onClick={onEarlier}>
              <ArrowUp size={14} aria-hidden="true" /> Earlier
            </Button>
          )}
          <Button onClick={onAgain}>
            <Plus size={14} aria-hidden="true" /> One more
          </Button>
          <Button aria-label={`Remove ${name}`} onClick={onRemove}>
            <X size={14} aria-hidden="true" />
          </Button>
        </div>
        <LookOptions look={look} number={number} name={name} onLook={onLook} />
        <details>
          <summary className="cursor-pointer text-table text-sub">
            {look.zones
              ? `On ${sayZones(zones, look.zones)}: change`
              : 'On everything painted like the body: choose zones'}
          </summary>
          <div className="pt-2">
            <ZoneTaps
              label={`Zones of ${name}`}
              zones={zones}
              on={look.zones ?? []}
              onZones={(ids) => onLook({ zones: ids.length > 0 ? ids : undefined })}
            />
          </div>
        </details>
      </div>
    </li>
  );
}

const sayZones = (zones: readonly Zone[], ids: readonly string[]) =>
  ids.map((id) => zones.find((z) => z.id === id)?.name.toLowerCase() ?? id).join(', ');

type OptionProps = { readonly look: Look; readonly name: string; readonly onLook: (more: Partial<Look>) => void };

function LookOptions({ look, number, name, onLook }: OptionProps & { readonly number: number }) {
  const { kind } = look;
  return (
    <div className="grid gap-3 md:grid-cols-2">
      {kind === 'distressed' && (
        <Choice
          label={`How much (${name})`}
          value={look.level ?? 'light'}
          options={[
            ['light', 'Light'],
            ['medium', 'Medium'],
            ['heavy', 'Heavy'],
          ]}
          onChange={(level) => onLook({ level })}
        />
      )}
      {kind === 'under' && (
        <Choice
          label={`Where it lies (${name})`}
          value={look.full ? 'full' : 'edges'}
          options={[
            ['edges', 'On edges'],
            ['full', 'A full coat'],
          ]}
          onChange={(how) => onLook({ full: how === 'full' })}
        />
      )}
      {kind === 'mouldings' && (
        <Choice
          label={`When they go on (${name})`}
          value={look.late ? 'late' : 'first'}
          options={[
            ['first', 'Before the body’s coats'],
            ['late', 'Painted apart, put on after'],
          ]}
          onChange={(when) =>
            onLook(
              when === 'late'
                ? { late: true, colour: look.colour ?? { name: 'Off-white', hex: '#e8e2d0' } }
                : { late: false },
            )
          }
        />
      )}
      {kind === 'stencil' && (
        <Choice
          label={`Stencil (${name})`}
          value={look.style ?? 'flat'}
          options={[
            ['flat', 'Flat'],
            ['raised', 'Raised'],
            ['silk-screen', 'Silk-screen'],
            ['wax', 'With wax'],
          ]}
          onChange={(style) => onLook({ style })}
        />
      )}
      {kind === 'transfer' && (
        <Choice
          label={`Transfer (${name})`}
          value={look.big ? 'big' : 'small'}
          options={[
            ['small', 'Small'],
            ['big', 'Larger than an arm’s reach'],
          ]}
          onChange={(size) => onLook({ big: size === 'big' })}
        />
      )}
      <LookProduct look={look} name={name} onLook={onLook} />
      {look.colour && <ColourField label={name} colour={look.colour} onChange={(c) => onLook({ colour: c })} />}
      {SHEETED.includes(kind) && (
        <SheetFields at={`brief.looks[${number - 1}].sheet`} look={look} name={name} onLook={onLook} />
      )}
      {kind === 'blended' && (
        <MoreColours name={name} colours={look.colours ?? []} onColours={(colours) => onLook({ colours })} />
      )}
    </div>
  );
}

/** What a look may be laid with, where that is asked. */
const PRODUCT_OF: Partial<Record<LookKind, ProductFamily>> = {
  'dark-wax': 'wax',
  metallic: 'wax',
  under: 'paint',
  'tone-wash': 'paint',
  blended: 'paint',
  speckle: 'paint',
  glazed: 'glaze',
  stencil: 'paint',
  lettering: 'paint',
  stripes: 'paint',
  'dry-brush': 'paint',
};

function usuallyLaidWith(kind: LookKind, family: ProductFamily): string {
  if (family === 'glaze') return 'a waterborne glaze';
  if (family === 'wax') return kind === 'dark-wax' ? 'dark wax' : 'metallic wax';
  return 'the paint of these zones';
}

function LookProduct({ look, name, onLook }: OptionProps) {
  const isWax = look.kind === 'stencil' && look.style === 'wax';
  const family = isWax ? 'wax' : PRODUCT_OF[look.kind];
  if (!family) return null;
  return (
    <Field label={`Laid with (${name})`}>
      <Select value={look.product ?? ''} onChange={(e) => onLook({ product: e.target.value || undefined })}>
        <option value="">{usuallyLaidWith(look.kind, family)}</option>
        <ProductOptions family={family} />
      </Select>
    </Field>
  );
}

const SHEETED: readonly LookKind[] = ['inlay', 'decoupage', 'transfer'];
const SHEET: SheetSize = { width: 0.6, height: 0.45, repeat: 0, pack: 1, uses: 1 };

/** The sheets it is laid with: without them an ordinary size is counted. */
function SheetFields({ at, look, name, onLook }: OptionProps & { readonly at: string }) {
  const faultAt = useFaultAt();
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const sheet = look.sheet ?? SHEET;
  const set = (more: Partial<SheetSize>) => onLook({ sheet: { ...sheet, ...more } });
  const length = (key: 'width' | 'height' | 'repeat', words: string) => (
    <Field label={`${words}, ${lengthUnit(units)}`} error={faultAt(`${at}.${key}`)}>
      <NumberInput value={toTyped(sheet[key], units)} onNumber={(n) => set({ [key]: fromTyped(n, units) })} />
    </Field>
  );
  return (
    <div role="group" aria-label={`Sheets (${name})`} className="grid grid-cols-2 gap-2 sm:grid-cols-5 md:col-span-2">
      {length('width', 'Sheet wide')}
      {length('height', 'Sheet tall')}
      {length('repeat', 'Pattern repeats')}
      <Field label="In a pack" error={faultAt(`${at}.pack`)}>
        <NumberInput value={sheet.pack} onNumber={(pack) => set({ pack })} />
      </Field>
      <Field label="Laid how often" error={faultAt(`${at}.uses`)}>
        <NumberInput value={sheet.uses} onNumber={(uses) => set({ uses })} />
      </Field>
    </div>
  );
}

/** Two to six colours, one brush each. */
function MoreColours({
  name,
  colours,
  onColours,
}: {
  readonly name: string;
  readonly colours: readonly Colour[];
  readonly onColours: (c: readonly Colour[]) => void;
}) {
  return (
    <>
      {colours.map((c, i) => (
        <ColourField
          key={i}
          label={`${name}, colour ${i + 3}`}
          colour={c}
          onChange={(next) => onColours(colours.map((x, k) => (k === i ? next : x)))}
        />
      ))}
      <div className="flex items-end gap-1">
        {colours.length < MOST_BLENDED - 2 && (
          <Button onClick={() => onColours([...colours, { name: 'One more', hex: '#c7bda6' }])}>
            <Plus size={14} aria-hidden="true" /> One more colour
          </Button>
        )}
        {colours.length > 0 && <Button onClick={() => onColours(colours.slice(0, -1))}>One fewer</Button>}
      </div>
    </>
  );
}
