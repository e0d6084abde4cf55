import { OwnBookSection } from './ownBook/OwnBookSection.tsx';
import { useCallback, useState } from 'react';
import { Link } from 'react-router';
import { X } from 'lucide-react';
import { useSession } from '../../data/reads.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { useTakesFocus } from '../../ui/useTakesFocus.ts';
import type { Chosen } from './chosen.ts';
import { CopiesSection } from './CopiesSection.tsx';
import { FRESH_PERSON, PersonEditor } from './PersonEditor.tsx';
import { freshPlace, PlaceEditor } from './PlaceEditor.tsx';
import { ShopDrawing } from './ShopDrawing.tsx';
import { SprayerEditor } from './SprayerEditor.tsx';
import { freshStation, StationEditor } from './StationEditor.tsx';
import { WorkshopEditor } from './WorkshopEditor.tsx';

/** The shop as a drawing of what there is and how full it stands; whatever is touched in it is changed beside it. */
export function ShopScreen() {
  const { view } = useWorkshop();
  const { data: session } = useSession();
  const isOwner = view.me.role === 'owner';
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const close = useCallback(() => setChosen(null), []);
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-6xl flex-col gap-5 p-4 md:p-6">
        <div className="flex flex-wrap items-baseline gap-x-6">
          <h1 className="text-title font-semibold">Shop</h1>
          <p className="text-sub">
            {isOwner ? 'Touch what you want to change.' : 'Only the owner changes these. You can look.'}
          </p>
          <Link to="/house" className="ml-auto underline">
            House rules
          </Link>
        </div>
        <ShopDrawing chosen={chosen} onChoose={setChosen} />
        {chosen && <Panel key={JSON.stringify(chosen)} chosen={chosen} onClose={close} />}
        <OwnBookSection />
        {isOwner && <CopiesSection />}
        {session?.addressQr && (
          <figure className="flex items-center gap-4">
            <img src={session.addressQr} alt="QR code of this address" width="140" height="140" />
            <figcaption>Point a phone or tablet on the same network here to open Mokume.</figcaption>
          </figure>
        )}
      </div>
    </main>
  );
}

type PanelProps = { readonly chosen: Chosen; readonly onClose: () => void };

/** What was touched, to be changed: takes the focus, and gives it back when it closes. */
function Panel({ chosen, onClose }: PanelProps) {
  const { view } = useWorkshop();
  const panel = useTakesFocus<HTMLElement>(onClose);
  const title = titleOf(chosen, view.shop);
  if (title === null) return null;
  return (
    <section {...panel} aria-label={title} className="border-2 border-ink bg-raised p-4 focus:outline-none">
      <div className="flex items-center justify-between pb-3">
        <h2 className="text-section font-semibold">{title}</h2>
        <button
          type="button"
          aria-label={`Close ${title}`}
          onClick={onClose}
          className="flex size-8 cursor-pointer items-center justify-center hover:bg-sunk"
        >
          <X size={18} aria-hidden="true" />
        </button>
      </div>
      <fieldset disabled={view.me.role !== 'owner'} className="contents">
        <Editor chosen={chosen} onDone={onClose} />
      </fieldset>
    </section>
  );
}

function Editor({ chosen, onDone }: { readonly chosen: Chosen; readonly onDone: () => void }) {
  const { view } = useWorkshop();
  const { shop } = view;
  switch (chosen.kind) {
    case 'person':
      return <PersonEditor person={shop.people.find((p) => p.id === chosen.id) ?? FRESH_PERSON} onDone={onDone} />;
    case 'station':
      return (
        <StationEditor station={shop.stations.find((s) => s.id === chosen.id) ?? freshStation(shop)} onDone={onDone} />
      );
    case 'place':
      return <PlaceEditor place={shop.places.find((p) => p.id === chosen.id) ?? freshPlace()} onDone={onDone} />;
    case 'sprayer':
      return <SprayerEditor />;
    case 'workshop':
      return <WorkshopEditor />;
  }
}

type Named = readonly { readonly id: string; readonly name: string }[];

/** Null: what was chosen is not there any more. */
function titleOf(
  chosen: Chosen,
  shop: { readonly people: Named; readonly stations: Named; readonly places: Named },
): string | null {
  const called = (of: Named, id: string | null, fresh: string) =>
    id === null ? fresh : (of.find((x) => x.id === id)?.name ?? null);
  switch (chosen.kind) {
    case 'person':
      return called(shop.people, chosen.id, 'Somebody new');
    case 'station':
      return called(shop.stations, chosen.id, 'A new place');
    case 'place': {
      const name = called(shop.places, chosen.id, 'a new place');
      return name === null ? null : `The air of ${name}`;
    }
    case 'sprayer':
      return 'The sprayer';
    case 'workshop':
      return 'The workshop';
  }
}
