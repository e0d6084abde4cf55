import type { PieceView } from '@app/contract';
import { lessonIdOf, type LookCheck, type LookOutcome, looksAfter, lowerFirst, type ShopStep } from '@app/core';
import { Camera } from 'lucide-react';
import { useState } from 'react';
import { CameraSheet } from '../../camera/CameraSheet.tsx';
import { useInUnits } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { LessonTaps } from './LessonTaps.tsx';
import { Button, Tap } from '../../ui/parts.tsx';

type Props = { readonly piece: PieceView; readonly step: ShopStep; readonly personId: string };

const WORDS: readonly (readonly [LookOutcome, string])[] = [
  ['fine', 'Fine'],
  ['accepted', 'Leave it as it is'],
  ['fault', 'Fault: rescue it'],
];

/** What to look for now that a step is done; a fault is photographed, placed, and rescued in the route. */
export function LookPanel({ piece, step, personId }: Props) {
  const { command, refusal } = useCommand();
  const [zones, setZones] = useState<readonly string[]>([]);
  const [isPhoto, setPhoto] = useState(false);
  const own = piece.zones.filter((z) => step.zones.includes(z.id));
  const looked = step.state.kind === 'done' ? (step.state.looked ?? []) : [];
  const tell = (look: LookCheck, outcome: LookOutcome) =>
    void command('POST', `/steps/${encodeURIComponent(step.id)}/look`, {
      version: piece.stepVersions[step.id] ?? 0,
      by: personId,
      look: look.id,
      outcome,
      zones,
    });
  return (
    <div
      role="group"
      aria-label={`What to look for: ${step.title}`}
      className="flex flex-col gap-2 border-l-3 border-line pl-3"
    >
      {own.length > 1 && (
        <div className="flex flex-wrap items-center gap-1.5 text-table">
          <span className="text-sub">Where:</span>
          {own.map((z) => (
            <Tap
              key={z.id}
              isOn={zones.includes(z.id)}
              onToggle={() => setZones(zones.includes(z.id) ? zones.filter((x) => x !== z.id) : [...zones, z.id])}
            >
              <span className="inline-flex min-h-9 items-center">{z.name}</span>
            </Tap>
          ))}
        </div>
      )}
      <ul className="flex flex-col">
        {looksAfter(step).map((look) => (
          <Look
            key={look.id}
            look={look}
            last={looked.findLast((l) => l.look === look.id)?.outcome ?? null}
            onTell={tell}
          />
        ))}
      </ul>
      {lessonIdOf(step) !== null && <LessonTaps piece={piece} step={step} personId={personId} />}
      <Button size="hand" className="self-start" onClick={() => setPhoto(true)}>
        <Camera size={18} aria-hidden="true" /> Photograph it
      </Button>
      {isPhoto && <CameraSheet piece={piece} step={step} personId={personId} onClose={() => setPhoto(false)} />}
      {refusal}
    </div>
  );
}

function Look({
  look,
  last,
  onTell,
}: {
  readonly look: LookCheck;
  readonly last: LookOutcome | null;
  readonly onTell: (look: LookCheck, outcome: LookOutcome) => void;
}) {
  const said = useInUnits();
  return (
    <li className="flex flex-col gap-1 border-b border-line py-2 text-body">
      <span>
        {look.asked}{' '}
        {last !== null && (
          <strong className="text-sub">
            {last === 'fault' ? look.fault : last === 'fine' ? 'fine' : 'left as it is'}
          </strong>
        )}
      </span>
      <span className="flex flex-wrap gap-1.5">
        {WORDS.map(([outcome, words]) => (
          <Button
            key={outcome}
            size="hand"
            className={`!px-3 !text-body ${outcome === 'fault' ? '!border-dashed !border-oxide' : ''}`}
            onClick={() => onTell(look, outcome)}
          >
            {words}
          </Button>
        ))}
      </span>
      <span className="condensed text-table text-sub">{said(rescueWords(look))}</span>
    </li>
  );
}

/** What saves it, and how long that takes. */
function rescueWords({ rescue, fault }: LookCheck): string {
  if (rescue.do === 'again') return `${fault}: harden overnight, sand back, lay it again`;
  if (rescue.do === 'block') return `${fault}: one more coat of shellac primer`;
  const minutes = rescue.steps.reduce((n, s) => n + s.minutes, 0);
  return `${fault}: ${rescue.steps.map((s) => lowerFirst(s.title)).join(', then ')}, ${minutes} min`;
}
