import { Link } from 'react-router';
import { AreaSum } from './AreaSum.tsx';
import { FilmSum } from './FilmSum.tsx';
import { FindSum } from './FindSum.tsx';
import { GritSum } from './GritSum.tsx';
import { HandleSum } from './HandleSum.tsx';
import { HardwareCostSum } from './HardwareCostSum.tsx';
import { MixSum } from './MixSum.tsx';
import { PaintSum } from './PaintSum.tsx';
import { PriceSum } from './PriceSum.tsx';
import { SheetSum } from './SheetSum.tsx';
import { StripSum } from './StripSum.tsx';
import { WorthSum } from './WorthSum.tsx';

/** Sums at the bench that belong to no piece: areas, paint, mixes, sheets, hardware, prices, and what a find is worth. */
export function SumsScreen() {
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-6xl flex-col gap-6 p-4 md:p-6">
        <div className="flex flex-wrap items-baseline gap-x-6">
          <h1 className="text-title font-semibold">Bench sums</h1>
          <Link to="/find" className="underline">
            At the flea market: what to pay, in five taps
          </Link>
        </div>
        <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-8 md:grid-cols-2">
          <AreaSum />
          <PaintSum />
          <MixSum />
          <FilmSum />
          <GritSum />
          <StripSum />
          <SheetSum />
          <HandleSum />
          <HardwareCostSum />
          <PriceSum />
          <WorthSum />
          <FindSum />
        </div>
      </div>
    </main>
  );
}
