import { clock, type PersonsTable } from '@app/core';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Tag } from '../../ui/Tag.tsx';

/** What is due first, for each who comes. */
export function FirstTomorrow({ tables }: { readonly tables: readonly PersonsTable[] }) {
  const { shown } = useWorkshop();
  const said = useInUnits();
  const saying = useSaying();
  if (tables.length === 0) return null;
  return (
    <ul className="flex flex-col gap-1" aria-label="Due first">
      {tables
        .toSorted((a, b) => a.steps[0]!.at - b.steps[0]!.at)
        .map(({ person, steps }) => {
          const first = steps[0]!;
          const piece = shown.pieces.find((p) => p.id === first.piece)!;
          const name = shown.shop.people.find((p) => p.id === person)?.name;
          return (
            <li key={person} className="flex items-start gap-3 text-body">
              <strong className="w-12 shrink-0">{clock(first.at, saying)}</strong>
              <Tag brief={piece.brief} size={22} />
              <span>
                {name} begins with {said(piece.steps.find((s) => s.id === first.step)!.title)}, {piece.name}
              </span>
            </li>
          );
        })}
    </ul>
  );
}
