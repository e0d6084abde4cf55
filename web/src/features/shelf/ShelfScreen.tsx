import { useWorkshop } from '../../data/workshop.tsx';
import { CupsSection } from './CupsSection.tsx';
import { MixesSection } from './MixesSection.tsx';
import { PaintsSection } from './PaintsSection.tsx';
import { ProductsSection } from './ProductsSection.tsx';
import { ToGetSection } from './ToGetSection.tsx';

/** What is on hand, mixes that can be made again, and how each product behaves. */
export function ShelfScreen() {
  const { view } = useWorkshop();
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-6xl flex-col gap-8 p-4 md:p-6">
        <h1 className="text-title font-semibold">Shelf</h1>
        <PaintsSection />
        <CupsSection />
        <ToGetSection />
        <MixesSection />
        <ProductsSection isOwner={view.me.role === 'owner'} />
      </div>
    </main>
  );
}
