import { CoreFault } from '../../core/CoreFault.tsx';
import { clock, type Gap, nextOnGrid, sayLength, sayTime } from '@app/core';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useFillers } from '../../core/useCore.ts';
import { Button } from '../../ui/parts.tsx';
import { SidePanel } from './SidePanel.tsx';

/** What somebody could do in a stretch of free time without disturbing anything. */
export function GapPanel({ gap, onClose }: { readonly gap: Gap; readonly onClose: () => void }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const answer = useFillers(view, gap);
  const fillers = answer.data;
  const name = view.shop.people.find((p) => p.id === gap.person)?.name ?? 'Someone';
  return (
    <SidePanel title={`${name}, ${sayLength(gap.minutes)} free`} onClose={onClose}>
      <p className="text-table text-sub">
        {sayTime(gap.from, saying)} to {clock(gap.from + gap.minutes, saying)}. Steps that fit then and move nothing
        else:
      </p>
      <CoreFault of={answer} />
      {refusal}
      {fillers?.length === 0 && (
        <p>Nothing fits: every step {name} could do waits for drying, for someone, or is longer than that.</p>
      )}
      <ul className="flex flex-col">
        {fillers?.slice(0, 12).map((f) => {
          const piece = view.pieces.find((p) => p.id === f.piece);
          const step = piece?.steps.find((s) => s.id === f.step);
          const was = view.plan.steps[f.step];
          if (!piece || !step) return null;
          return (
            <li key={f.step} className="flex items-center justify-between gap-2 border-b border-line py-1.5">
              <span className="min-w-0">
                <span className="block text-table font-semibold">{step.title}</span>
                <span className="condensed block text-lane text-sub">
                  {piece.name}, until {clock(f.end, saying)}
                  {was ? `; now planned ${sayTime(was.start, saying)}` : ''}
                </span>
              </span>
              <Button
                onClick={() =>
                  void command('PUT', `/steps/${encodeURIComponent(f.step)}/pin`, {
                    version: piece.stepVersions[f.step] ?? 0,
                    pin: { at: nextOnGrid(gap.from), person: gap.person },
                  }).then((done) => done && onClose())
                }
              >
                Do it then
              </Button>
            </li>
          );
        })}
      </ul>
    </SidePanel>
  );
}
