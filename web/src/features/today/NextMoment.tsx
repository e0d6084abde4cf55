import type { PieceView } from '@app/contract';
import {
  clock,
  lowerFirst,
  nextOn,
  type Placement,
  type ReadyIn,
  type Saying,
  sayTime,
  type ShopStep,
} from '@app/core';
import { Sunrise } from 'lucide-react';
import { useReadyIn } from '../../core/useCore.ts';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';

/** More places than that are no help on a card. */
const MOST_PLACES = 3;
/** A difference that is worth carrying the piece elsewhere. */
const WORTH_MINUTES = 10;

/** When what comes after a coat becomes possible: where it is planned to dry, and in the shop's other places. */
export function NextMoment({
  piece,
  step,
  at,
}: {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly at: Placement;
}) {
  const { view } = useWorkshop();
  const said = useInUnits();
  const saying = useSaying();
  const next = step.product === null ? null : nextOn(piece, step);
  const stage = next?.stage ?? 'handle';
  const here = at.dry[stage];
  const others = useReadyIn(view, here === undefined ? null : { step: step.id, at: at.end, stage });
  const after = piece.steps.find((s) => s.id === next?.step);
  if (here === undefined || !after) return null;
  const stands = new Set(at.stations.map((id) => view.shop.stations.find((s) => s.id === id)?.climate));
  return (
    <p className="flex items-start gap-2 text-body">
      <Sunrise size={18} aria-hidden="true" className="mt-0.5 shrink-0" />
      <span>
        {said(after.title)}: <strong>{moment(here, saying)} here</strong>
        {(others.data ?? [])
          .filter((o) => !stands.has(o.place) && isOther(o, here))
          .slice(0, MOST_PLACES)
          .map((o) => ` · ${moment(o.at!, saying)} in ${placeName(view.shop.places, o.place)}`)
          .join('')}
      </span>
    </p>
  );
}

const isOther = (o: ReadyIn, here: number) => o.at !== null && Math.abs(o.at - here) >= WORTH_MINUTES;
const placeName = (places: readonly { id: string; name: string }[], id: string) => {
  const name = places.find((p) => p.id === id)?.name ?? id;
  return lowerFirst(name);
};
const moment = (at: number, saying: Saying) => (at - saying.now < 720 ? clock(at, saying) : sayTime(at, saying));
