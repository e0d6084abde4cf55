import {
  type Approval,
  type Brief,
  HOUSE_SWITCHES,
  type HouseRules,
  type Refusal,
  USES,
  templateById,
  usualUse,
  zonesOf,
} from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { Choice, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import { ColourField } from './ColourField.tsx';
import type { PieceDraft } from './pieceDraft.ts';
import { SHEEN_WORDS, USE_WORDS } from './wishWords.ts';

const REFUSAL_WORDS: readonly (readonly [Refusal, string])[] = [
  ['no-wax', 'No wax'],
  ['no-shellac', 'No shellac'],
  ['no-solvent', 'No solvent'],
  ['no-spray', 'No spraying'],
  ['no-sanding', 'No sanding'],
];
const APPROVAL_WORDS: readonly (readonly [Approval, string])[] = [
  ['sample-board', 'A sample board'],
  ['first-coat', 'The first coat'],
  ['top-as-it-is', 'The bare top'],
];
const toggled = <T,>(list: readonly T[] | undefined, x: T): T[] =>
  list?.includes(x) ? list.filter((y) => y !== x) : [...(list ?? []), x];

type WishProps = { readonly draft: PieceDraft; readonly onBrief: (b: Partial<Brief>) => void };

/** The rest of the brief: most pieces need none of it, so it is folded. */
export function WishFields({ draft, onBrief }: WishProps) {
  const { view } = useWorkshop();
  const b = draft.brief;
  const hasSprayer = view.shop.tools.some((t) => t.id === 'sprayer');
  const { zones } = zonesOf(templateById.get(draft.template)!, draft.dimensions, draft.zoneChoice);
  const hasInside =
    draft.zoneChoice.include.some((z) => z.includes('inside') || z === 'shelves') || draft.template === 'hutch';
  return (
    <details>
      <summary className="cursor-pointer text-table font-semibold text-sub">
        Sheen, use, refusals, approvals, and how it is done
      </summary>
      <div className="grid gap-4 pt-3 md:grid-cols-2">
        <Choice
          label="Sheen"
          value={b.sheen ?? 'matt'}
          options={SHEEN_WORDS}
          onChange={(sheen) => onBrief({ sheen })}
        />
        <Choice
          label="Primer"
          value={b.prime}
          options={[
            ['auto', 'As needed'],
            ['yes', 'Always'],
            ['no', 'Never'],
          ]}
          onChange={(prime) => onBrief({ prime })}
        />
        <Choice
          label="Applied by"
          value={b.method}
          options={[
            ['auto', 'As the house does'],
            ['brush', 'Brush'],
            ['roll', 'Roller'],
            ...(hasSprayer ? ([['spray', 'Sprayer']] as const) : []),
          ]}
          onChange={(method) => onBrief({ method })}
        />
        <div className="col-span-full grid grid-cols-2 gap-2 md:grid-cols-4">
          {zones.map((z) => (
            <Field key={z.id} label={`Use: ${z.name.toLowerCase()}`}>
              <Select
                value={b.use?.[z.id] ?? ''}
                onChange={(e) => onBrief({ use: { ...b.use, [z.id]: USES.find((u) => u === e.target.value) } })}
              >
                <option value="">usual: {USE_WORDS[usualUse(z, b)].toLowerCase()}</option>
                {USES.map((u) => (
                  <option key={u} value={u}>
                    {USE_WORDS[u]}
                  </option>
                ))}
              </Select>
            </Field>
          ))}
        </div>
        {hasInside && (
          <Choice
            label="Inside"
            value={b.inside ?? 'clean'}
            options={[
              ['clean', 'Only cleaned'],
              ['paint', 'Painted'],
              ['oil', 'Oiled'],
            ]}
            onChange={(inside) =>
              onBrief({ inside, insideColour: inside === 'paint' ? (b.insideColour ?? b.body) : null })
            }
          />
        )}
        {hasInside && b.insideColour && (
          <ColourField
            label="Colour inside"
            colour={b.insideColour}
            onChange={(insideColour) => onBrief({ insideColour })}
          />
        )}
        <Taps
          label="Refused"
          words={REFUSAL_WORDS}
          on={b.refusals}
          onToggle={(r) => onBrief({ refusals: toggled(b.refusals, r) })}
        />
        <Taps
          label="The client wants to see"
          words={APPROVAL_WORDS}
          on={b.approvals}
          onToggle={(a) => onBrief({ approvals: toggled(b.approvals, a) })}
        />
        <div role="group" aria-label="Good to know" className="flex flex-wrap content-end gap-1">
          <Tap isOn={b.food ?? false} onToggle={() => onBrief({ food: !b.food })}>
            Food on the top
          </Tap>
          <Tap isOn={b.outdoor ?? false} onToggle={() => onBrief({ outdoor: !b.outdoor })}>
            Stands outdoors
          </Tap>
          <Tap isOn={b.child ?? false} onToggle={() => onBrief({ child: !b.child })}>
            For a child
          </Tap>
          <Tap isOn={b.hose ?? false} onToggle={() => onBrief({ hose: !b.hose })}>
            May be hosed down
          </Tap>
          {b.top.kind === 'stain' && (
            <Tap
              isOn={b.top.oilStain ?? false}
              onToggle={() => b.top.kind === 'stain' && onBrief({ top: { ...b.top, oilStain: !b.top.oilStain } })}
            >
              Oil stain
            </Tap>
          )}
        </div>
        <Field label="Colours or anything else refused">
          <Input value={b.refused ?? ''} maxLength={200} onChange={(e) => onBrief({ refused: e.target.value })} />
        </Field>
      </div>
      <HouseForPiece house={b.house ?? {}} onHouse={(house) => onBrief({ house })} />
    </details>
  );
}

function Taps<T extends string>({
  label,
  words,
  on,
  onToggle,
}: {
  readonly label: string;
  readonly words: readonly (readonly [T, string])[];
  readonly on: readonly T[] | undefined;
  readonly onToggle: (v: T) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-1">
      <legend className="condensed pb-1 text-lane font-semibold text-sub">{label}</legend>
      {words.map(([v, text]) => (
        <Tap key={v} isOn={on?.includes(v) ?? false} onToggle={() => onToggle(v)}>
          {text}
        </Tap>
      ))}
    </fieldset>
  );
}

/** House rules overruled for this piece alone. */
function HouseForPiece({
  house,
  onHouse,
}: {
  readonly house: Partial<HouseRules>;
  readonly onHouse: (h: Partial<HouseRules>) => void;
}) {
  const { view } = useWorkshop();
  return (
    <div className="grid gap-x-4 gap-y-2 pt-4 sm:grid-cols-2 lg:grid-cols-3">
      {HOUSE_SWITCHES.map((s) => {
        const usual = s.sides.find((x) => x.value === view.shop.house[s.rule])!;
        return (
          <Field key={s.rule} label={s.question}>
            <Select
              value={house[s.rule] ?? ''}
              onChange={(e) => {
                const { [s.rule]: _old, ...rest } = house;
                onHouse(e.target.value === '' ? rest : { ...rest, [s.rule]: e.target.value });
              }}
            >
              <option value="">as the house does: {usual.name.toLowerCase()}</option>
              {s.sides.map((x) => (
                <option key={x.value} value={x.value}>
                  {x.name}
                </option>
              ))}
            </Select>
          </Field>
        );
      })}
    </div>
  );
}
