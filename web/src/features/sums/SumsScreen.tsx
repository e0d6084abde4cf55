import { FilmSum } from './FilmSum.tsx';
import { FindSum } from './FindSum.tsx';
import { GritSum } from './GritSum.tsx';
import { MixSum } from './MixSum.tsx';
import { PaintSum } from './PaintSum.tsx';
import { PriceSum } from './PriceSum.tsx';

/** Sums at the bench that belong to no piece: paint, film, mixes, grits, prices, and what a find is worth. */
export function SumsScreen() {
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-6xl flex-col gap-6 p-4 md:p-6">
        <h1 className="text-title font-semibold">Bench sums</h1>
        <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-8 md:grid-cols-2">
          <PaintSum />
          <MixSum />
          <FilmSum />
          <GritSum />
          <PriceSum />
          <FindSum />
        </div>
      </div>
    </main>
  );
}
