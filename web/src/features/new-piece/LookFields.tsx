import { type Brief, type Look, type LookKind, LOOKS } from '@app/core';
import { Choice, Tap } from '../../ui/parts.tsx';
import { ColourField } from './ColourField.tsx';
import type { PieceDraft } from './pieceDraft.ts';

const LOOK_WORDS: Record<LookKind, string> = {
  distressed: 'Distressed',
  chippy: 'Chippy',
  blended: 'Blended colours',
  textured: 'Textured',
  glazed: 'Glazed or ragged',
  stencil: 'Stencil',
  transfer: 'Transfer',
  decoupage: 'Paper',
  inlay: 'Paint inlay',
  mouldings: 'Mouldings',
  metallic: 'Metallic edges',
};
const USUAL: Partial<Record<LookKind, Partial<Look>>> = {
  distressed: { level: 'light' },
  stencil: { style: 'flat', colour: { name: 'Off-white', hex: '#efece2' } },
  blended: { colour: { name: 'Second colour', hex: '#8f9aa3' } },
  glazed: { colour: { name: 'Umber', hex: '#6b5a44' } },
  metallic: { colour: { name: 'Old gold', hex: '#b08d3f' } },
};

type LookProps = { readonly draft: PieceDraft; readonly onBrief: (b: Partial<Brief>) => void };

/** More than painted: each look by a tap, with the one or two things it asks. */
export function LookFields({ draft, onBrief }: LookProps) {
  const looks = draft.brief.looks ?? [];
  const toggle = (kind: LookKind) =>
    onBrief({
      looks: looks.some((l) => l.kind === kind)
        ? looks.filter((l) => l.kind !== kind)
        : [...looks, { kind, ...USUAL[kind] }],
    });
  const set = (kind: LookKind, more: Partial<Look>) =>
    onBrief({ looks: looks.map((l) => (l.kind === kind ? { ...l, ...more } : l)) });
  const under = draft.brief.under ?? null;
  return (
    <div className="flex flex-col gap-3">
      <div role="group" aria-label="Look" className="flex flex-wrap items-center gap-1">
        <span className="condensed pr-1 text-lane font-semibold text-sub">Look</span>
        {LOOKS.map((kind) => (
          <Tap key={kind} isOn={looks.some((l) => l.kind === kind)} onToggle={() => toggle(kind)}>
            {LOOK_WORDS[kind]}
          </Tap>
        ))}
        <Tap
          isOn={under !== null}
          onToggle={() => onBrief({ under: under === null ? { name: 'Old red', hex: '#8a3b32' } : null })}
        >
          Under-colour
        </Tap>
      </div>
      <div className="grid gap-4 md:grid-cols-2">
        {looks.map((look) => (
          <LookOptions key={look.kind} look={look} onLook={(more) => set(look.kind, more)} />
        ))}
        {under && (
          <ColourField
            label="Under-colour, shown where it is rubbed"
            colour={under}
            onChange={(c) => onBrief({ under: c })}
          />
        )}
      </div>
    </div>
  );
}

function LookOptions({ look, onLook }: { readonly look: Look; readonly onLook: (more: Partial<Look>) => void }) {
  const { kind, colour } = look;
  return (
    <>
      {kind === 'distressed' && (
        <Choice
          label="How much distressed"
          value={look.level ?? 'light'}
          options={[
            ['light', 'Light'],
            ['medium', 'Medium'],
            ['heavy', 'Heavy'],
          ]}
          onChange={(level) => onLook({ level })}
        />
      )}
      {kind === 'stencil' && (
        <Choice
          label="Stencil"
          value={look.style ?? 'flat'}
          options={[
            ['flat', 'Flat'],
            ['raised', 'Raised'],
            ['silk-screen', 'Silk-screen'],
          ]}
          onChange={(style) => onLook({ style })}
        />
      )}
      {kind === 'transfer' && (
        <Choice
          label="Transfer"
          value={look.big ? 'big' : 'small'}
          options={[
            ['small', 'Small'],
            ['big', 'Larger than an arm’s reach'],
          ]}
          onChange={(size) => onLook({ big: size === 'big' })}
        />
      )}
      {colour && <ColourField label={LOOK_WORDS[kind]} colour={colour} onChange={(c) => onLook({ colour: c })} />}
    </>
  );
}
