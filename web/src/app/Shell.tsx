import { OkSchema } from '@app/contract';
import {
  Calculator,
  Coins,
  Ellipsis,
  ListChecks,
  LogOut,
  Moon,
  PaintBucket,
  Plus,
  Rows3,
  Scale,
  Settings,
  Sun,
  Tag as TagIcon,
} from 'lucide-react';
import { type ReactNode, useMemo, useState } from 'react';
import { Link, NavLink, useNavigate } from 'react-router';
import { mutate } from 'swr';
import { send } from '../data/api.ts';
import { useSaying } from '../data/saying.ts';
import { useWorkshop } from '../data/workshop.tsx';
import { hourlyClimate, mainPlace, sayDay, sayTime, shelfDemand } from '@app/core';
import { healthOf } from '../ui/Health.tsx';
import { sayTemperature } from '../ui/amounts.ts';
import { GrainDefs } from '../grain/GrainDefs.tsx';

const TABS = [
  ['/today', 'Today'],
  ['/plan', 'Plan'],
  ['/pieces', 'Pieces'],
  ['/shelf', 'Shelf'],
] as const;

/** Header with the tabs and the state of the shop in a few words; on a phone the tabs stand at the thumb. */
export function Shell({ children }: { readonly children: ReactNode }) {
  const { view, now, isCutOff } = useWorkshop();
  const saying = useSaying();
  return (
    <div className="flex h-dvh flex-col">
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
        <NavLink
          to="/pieces/new"
          className="ml-3 hidden h-8 items-center gap-1 bg-ink px-2.5 text-table font-semibold text-paper md:flex"
        >
          <Plus size={15} aria-hidden="true" /> New piece
        </NavLink>
        <span className="ml-auto hidden items-center md:flex lg:ml-0">
          <HeaderTools />
        </span>
      </header>
      {isCutOff && (
        <p role="status" className="bg-sunk px-4 py-1 text-table font-semibold">
          Mokume cannot be reached just now. You see the shop as it was {sayTime(Math.min(now, view.now), saying)}; it
          is called again by itself, and what was changed meanwhile is shown then.
        </p>
      )}
      {!window.isSecureContext && (
        <p className="bg-sunk px-4 py-1 text-table">
          This page came without HTTPS, so notifications, the camera and working offline are off on this device. Start
          Mokume with <code>npm start -- --lan</code> to switch them on.
        </p>
      )}
      <div className="flex min-h-0 flex-1 flex-col">{children}</div>
      <PhoneBar />
    </div>
  );
}

const TOOLS = [
  ['/house', 'House rules', Scale],
  ['/sums', 'Bench sums', Calculator],
  ['/shop', 'Shop: people, hours and space', Settings],
] as const;

function HeaderTools() {
  const { view } = useWorkshop();
  const navigate = useNavigate();
  return (
    <>
      {TOOLS.map(([to, label, Icon]) => (
        <IconButton key={to} label={label} onClick={() => void navigate(to)}>
          <Icon size={17} />
        </IconButton>
      ))}
      <ThemeButton />
      <IconButton label={`Sign out ${view.me.name}`} onClick={() => void signOut()}>
        <LogOut size={17} />
      </IconButton>
    </>
  );
}

const PHONE_MORE = [
  ['/shelf', 'Shelf: paint and products', PaintBucket],
  ['/find', 'What a find is worth', Coins],
  ...TOOLS,
] as const;

const PHONE_TABS = [
  ['/today', 'Today', ListChecks],
  ['/plan', 'Plan', Rows3],
  ['/pieces', 'Pieces', TagIcon],
  ['/pieces/new', 'New', Plus],
] as const;

/** On a phone: large, at the bottom, with the rest under More. */
function PhoneBar() {
  const { view } = useWorkshop();
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
        <div className="absolute inset-x-0 bottom-full border-t border-keyline bg-raised px-4 py-2">
          {PHONE_MORE.map(([to, label, Icon]) => (
            <Link
              key={to}
              to={to}
              onClick={() => setOpen(false)}
              className="flex min-h-12 items-center gap-3 border-b border-keyline text-body"
            >
              <Icon size={20} aria-hidden="true" /> {label}
            </Link>
          ))}
          <div className="flex min-h-12 items-center justify-between">
            <ThemeButton />
            <IconButton label={`Sign out ${view.me.name}`} onClick={() => void signOut()}>
              <LogOut size={17} />
            </IconButton>
          </div>
        </div>
      )}
    </nav>
  );
}

async function signOut(): Promise<void> {
  await send(OkSchema, 'DELETE', '/session');
  await mutate(() => true, undefined, { revalidate: true });
}

/** Right of the tabs: how many promises are late and the air in the shop now. */
function ShopState() {
  const { view, now } = useWorkshop();
  const late = view.pieces.filter((p) => p.active && healthOf(p, view.plan, now).kind === 'late').length;
  const unplanned = view.pieces.filter(
    (p) => p.active && p.steps.length > 0 && view.plan.ready[p.id] === undefined,
  ).length;
  const saying = useSaying();
  const short = useMemo(
    () => shelfDemand(view.shop.paints, view.pieces, view.plan).filter((d) => d.short !== null),
    [view.shop.paints, view.pieces, view.plan],
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

function ThemeButton() {
  const [theme, setTheme] = useState(document.documentElement.dataset['theme'] ?? 'light');
  const other = theme === 'dark' ? 'light' : 'dark';
  const change = () => {
    document.documentElement.dataset['theme'] = other;
    localStorage.setItem('mokume-theme', other);
    setTheme(other);
  };
  return (
    <IconButton label={`Switch to the ${other} look`} onClick={change}>
      {theme === 'dark' ? <Sun size={17} /> : <Moon size={17} />}
    </IconButton>
  );
}

function IconButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      onClick={onClick}
      className="flex size-8 shrink-0 cursor-pointer items-center justify-center hover:bg-sunk"
    >
      {children}
    </button>
  );
}
