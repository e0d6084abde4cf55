import { clock, hourlyClimate, mainPlace, sayDay, sayFullDate, sayTime, shelfDemand } from '@app/core';
import { Ellipsis, ListChecks, PaintBucket, Plus, Rows3, Tag as TagIcon } from 'lucide-react';
import { lazy, type ReactNode, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { Link, NavLink } from 'react-router';
import { useSaying } from '../data/saying.ts';
import { useWorkshop } from '../data/workshop.tsx';
import { GrainDefs } from '../grain/GrainDefs.tsx';
import { afterPaint } from '../core/afterPaint.ts';
import { sayTemperature } from '../ui/amounts.ts';
import { healthOf } from '../ui/Health.tsx';
import { NotSentSign } from './NotSentSign.tsx';
import { MenuItems, ShopMenu } from './ShopMenu.tsx';
import { useKeys } from './useKeys.ts';
import { useDocumentTitle, usePageTitle } from './useTitle.ts';

const fetchPalette = () => import('./Palette.tsx');
const Palette = lazy(async () => ({ default: (await fetchPalette()).Palette }));
const KeyList = lazy(async () => ({ default: (await import('./KeyList.tsx')).KeyList }));

const TABS = [
  ['/today', 'Today'],
  ['/plan', 'Plan'],
  ['/pieces', 'Pieces'],
  ['/shelf', 'Shelf'],
] as const;

/** Header with the tabs and the state of the shop in a few words; on a phone the tabs stand at the thumb. */
export function Shell({ children }: { readonly children: ReactNode }) {
  const { view, cutOffAt } = useWorkshop();
  const saying = useSaying();
  const [overlay, setOverlay] = useState<'find' | 'keys' | null>(null);
  const find = useCallback(() => setOverlay('find'), []);
  const showKeys = useCallback(() => setOverlay('keys'), []);
  const close = useCallback(() => setOverlay(null), []);
  useKeys({ isOff: overlay !== null, onFind: find, onKeys: showKeys });
  // Not part of the first view, but there when the first letter is typed.
  useEffect(() => void afterPaint().then(fetchPalette), []);
  useDocumentTitle();
  return (
    <div className="flex h-dvh flex-col print:block print:h-auto">
      <GrainDefs />
      <header className="flex h-12 shrink-0 items-center gap-1 border-b border-keyline px-4">
        <div className="flex w-auto shrink-0 items-baseline gap-2 md:w-[240px]">
          <span className="text-title font-bold tracking-tight">Mokume</span>
          <span className="condensed truncate text-table text-sub">{view.workshop.name}</span>
        </div>
        <nav className="hidden h-full items-stretch md:flex" aria-label="Main">
          {TABS.map(([to, label]) => (
            <NavLink
              key={to}
              to={to}
              className={({ isActive }) =>
                `flex items-center border-b-3 border-t-3 border-t-transparent px-3 text-body ${isActive ? 'border-b-ink font-semibold' : 'border-b-transparent text-sub hover:text-ink'}`
              }
            >
              {label}
            </NavLink>
          ))}
        </nav>
        <ShopState />
        <NotSentSign />
        <NavLink
          to="/pieces/new"
          className="ml-3 hidden h-8 items-center gap-1 bg-ink px-2.5 text-table font-semibold text-paper md:flex"
        >
          <Plus size={15} aria-hidden="true" /> New piece
        </NavLink>
        <ShopMenu onFind={find} onKeys={showKeys} />
      </header>
      {cutOffAt !== null && (
        <p role="status" className="bg-sunk px-4 py-1 text-table font-semibold">
          Mokume cannot be reached just now. You see the shop as it was {sayTime(cutOffAt, saying)}. Taps are kept and
          sent when it is back; it is called again by itself.
        </p>
      )}
      {!window.isSecureContext && (
        <p className="bg-sunk px-4 py-1 text-table">
          This page came without HTTPS, so notifications, the camera and working offline are off on this device. Start
          Mokume with <code>npm start -- --lan</code> to switch them on.
        </p>
      )}
      <PrintHead />
      <div className="flex min-h-0 flex-1 flex-col print:block">{children}</div>
      <PhoneBar onFind={find} onKeys={showKeys} />
      <Suspense fallback={null}>
        {overlay === 'find' && <Palette onClose={close} />}
        {overlay === 'keys' && <KeyList onClose={close} />}
      </Suspense>
    </div>
  );
}

const PHONE_TABS = [
  ['/today', 'Today', ListChecks],
  ['/plan', 'Plan', Rows3],
  ['/pieces', 'Pieces', TagIcon],
  ['/pieces/new', 'New', Plus],
] as const;

/** On a phone: large, at the bottom, with the rest under More. */
function PhoneBar({ onFind, onKeys }: { readonly onFind: () => void; readonly onKeys: () => void }) {
  const [isOpen, setOpen] = useState(false);
  const cell = 'flex min-h-14 flex-1 cursor-pointer flex-col items-center justify-center gap-0.5 text-lane';
  return (
    <nav className="no-print relative flex shrink-0 border-t border-keyline bg-raised md:hidden" aria-label="Phone">
      {PHONE_TABS.map(([to, label, Icon]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `${cell} ${isActive ? 'font-semibold shadow-[inset_0_3px_0_var(--m-ink)]' : 'text-sub'}`
          }
        >
          <Icon size={20} aria-hidden="true" />
          {label}
        </NavLink>
      ))}
      <button type="button" aria-expanded={isOpen} className={`${cell} text-sub`} onClick={() => setOpen(!isOpen)}>
        <Ellipsis size={20} aria-hidden="true" />
        More
      </button>
      {isOpen && (
        <div className="absolute inset-x-0 bottom-full z-30 max-h-[75dvh] overflow-auto border-t border-keyline bg-raised px-4 py-2">
          <Link
            to="/shelf"
            onClick={() => setOpen(false)}
            className="flex min-h-12 items-center gap-3 border-b border-line text-body"
          >
            <PaintBucket size={20} aria-hidden="true" /> Shelf: paint and products
          </Link>
          <MenuItems isLarge onFind={onFind} onKeys={onKeys} onChosen={() => setOpen(false)} />
        </div>
      )}
    </nav>
  );
}

/** On paper the page says whose it is, what it shows, and of when. */
function PrintHead() {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const title = usePageTitle();
  return (
    <div className="hidden items-baseline justify-between border-b-2 border-ink pb-1 print:flex">
      <span className="text-section font-semibold">
        {view.workshop.name}: {title}
      </span>
      <span className="condensed text-table">
        {sayFullDate(now, saying)}, {clock(now, saying)}
      </span>
    </div>
  );
}

/** Right of the tabs: how many promises are late and the air in the shop now. */
function ShopState() {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const late = view.pieces.filter((p) => p.active && healthOf(p, view.plan, saying).kind === 'late').length;
  const unplanned = view.pieces.filter(
    (p) => p.active && p.steps.length > 0 && view.plan.ready[p.id] === undefined,
  ).length;
  const short = useMemo(
    () => shelfDemand(view.shop, view.pieces, view.plan).filter((d) => d.short !== null),
    [view.shop, view.pieces, view.plan],
  );
  const air = useMemo(() => {
    const place = mainPlace(view.shop);
    return place
      ? { name: place.name, ...hourlyClimate(place.typical, place.series, view.shop.timeZone, now, 1) }
      : null;
  }, [view.shop, now]);
  return (
    <p className="condensed ml-auto hidden items-center gap-3 text-table lg:flex">
      {late > 0 && <span className="font-semibold text-oxide-text">{late} late</span>}
      {unplanned > 0 && <span className="font-semibold text-oxide-text">{unplanned} without room</span>}
      {short.length > 0 && (
        <Link to="/shelf" className="font-semibold text-oxide-text underline">
          {short[0]!.paint.name} runs short {sayDay(short[0]!.short!.at, saying)}
        </Link>
      )}
      {late + unplanned === 0 && view.pieces.length > 0 && (
        <span className="font-semibold text-verdigris-text">all dates fit</span>
      )}
      {air && (
        <span className="text-sub">
          {air.name} {sayTemperature(air.temperature_c[0]!, view.workshop.units)}, {Math.round(air.humidity_pct[0]!)} %
        </span>
      )}
    </p>
  );
}
