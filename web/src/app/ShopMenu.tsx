import { OkSchema } from '@app/contract';
import {
  Calculator,
  ChevronDown,
  Coins,
  History,
  Keyboard,
  LogOut,
  type LucideIcon,
  Moon,
  MoonStar,
  Printer,
  Scale,
  Search,
  Settings,
  Sun,
} from 'lucide-react';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { mutate } from 'swr';
import { beToldNothing } from '../alarms/push.ts';
import { problemOf, send, wordsOf } from '../data/api.ts';
import { sayRefused } from '../data/toasts.ts';
import { useWorkshop } from '../data/workshop.tsx';
import { forgetKept } from '../offline/kept.ts';

/** Screens that are no tab. */
export const SCREENS = [
  ['/evening', 'Close the day, lay out the next', MoonStar],
  ['/history', 'History: step back and forward', History],
  ['/find', 'What a find is worth', Coins],
  ['/sums', 'Bench sums', Calculator],
  ['/house', 'House rules', Scale],
  ['/shop', 'Shop: people, hours and space', Settings],
] as const;

type MenuProps = { readonly onFind: () => void; readonly onKeys: () => void };

/** Everything of the shop that is no tab, in words. */
export function ShopMenu({ onFind, onKeys }: MenuProps) {
  const menu = useRef<HTMLDivElement>(null);
  return (
    <>
      <button
        type="button"
        popoverTarget="shop-menu"
        className="hidden h-8 cursor-pointer items-center gap-1 border border-keyline px-2.5 text-table font-semibold hover:bg-sunk md:flex"
      >
        Shop <ChevronDown size={14} aria-hidden="true" />
      </button>
      <div
        id="shop-menu"
        popover="auto"
        ref={menu}
        className="fixed inset-auto top-12 right-3 m-0 w-72 border border-keyline bg-raised px-3 py-1 text-ink"
      >
        <MenuItems onFind={onFind} onKeys={onKeys} onChosen={() => menu.current?.hidePopover()} />
      </div>
    </>
  );
}

const ROW =
  'flex w-full cursor-pointer items-center gap-3 border-b border-line text-left text-body last:border-0 hover:bg-sunk';

/** The same on desk and phone. @param isLarge rows for a thumb */
export function MenuItems({
  onFind,
  onKeys,
  onChosen,
  isLarge = false,
}: MenuProps & { readonly onChosen: () => void; readonly isLarge?: boolean }) {
  const { view } = useWorkshop();
  const row = `${ROW} ${isLarge ? 'min-h-12' : 'min-h-9'}`;
  const act = (what: () => void) => () => {
    onChosen();
    what();
  };
  const item = (Icon: LucideIcon, words: string, what: () => void) => (
    <button type="button" className={row} onClick={act(what)}>
      <Icon size={isLarge ? 20 : 16} aria-hidden="true" /> {words}
    </button>
  );
  return (
    <>
      {SCREENS.map(([to, words, Icon]) => (
        <Link key={to} to={to} className={row} onClick={onChosen}>
          <Icon size={isLarge ? 20 : 16} aria-hidden="true" /> {words}
        </Link>
      ))}
      {item(Search, 'Find anything (Ctrl K)', onFind)}
      {item(Printer, 'Print this screen', () => window.print())}
      {!isLarge && item(Keyboard, 'Keys (?)', onKeys)}
      <ThemeItem className={row} />
      {item(LogOut, `Sign out ${view.me.name}`, () => void signOut())}
    </>
  );
}

async function signOut(): Promise<void> {
  await beToldNothing();
  try {
    await send(OkSchema, 'DELETE', '/session');
  } catch (why) {
    sayRefused(`You are still signed in. ${wordsOf(problemOf(why))}`);
    return;
  }
  await forgetKept();
  await mutate(() => true, undefined, { revalidate: true });
}

function ThemeItem({ className }: { readonly className: string }) {
  const [theme, setTheme] = useState(document.documentElement.dataset['theme'] ?? 'light');
  const other = theme === 'dark' ? 'light' : 'dark';
  const Icon = theme === 'dark' ? Sun : Moon;
  const change = () => {
    document.documentElement.dataset['theme'] = other;
    localStorage.setItem('mokume-theme', other);
    setTheme(other);
  };
  return (
    <button type="button" className={className} onClick={change}>
      <Icon size={16} aria-hidden="true" /> Switch to the {other} look
    </button>
  );
}
