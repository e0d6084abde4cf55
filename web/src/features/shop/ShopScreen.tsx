import { Link } from 'react-router';
import { useSession } from '../../data/reads.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { CopiesSection } from './CopiesSection.tsx';
import { PeopleSection } from './PeopleSection.tsx';
import { PlacesSection } from './PlacesSection.tsx';
import { StationsSection } from './StationsSection.tsx';
import { WorkshopSection } from './WorkshopSection.tsx';

/** People and hours, space, air, units: what the plan has to live with. */
export function ShopScreen() {
  const { view } = useWorkshop();
  const { data: session } = useSession();
  const isOwner = view.me.role === 'owner';
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-6xl flex-col gap-8 p-4 md:p-6">
        <div className="flex flex-wrap items-baseline gap-x-6">
          <h1 className="text-title font-semibold">Shop</h1>
          <Link to="/house" className="underline">
            House rules
          </Link>
        </div>
        {!isOwner && <p className="bg-raised p-3">Only the owner changes these. You can look.</p>}
        <fieldset disabled={!isOwner} className="contents">
          <PeopleSection />
          <StationsSection />
          <PlacesSection />
          <WorkshopSection />
        </fieldset>
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
