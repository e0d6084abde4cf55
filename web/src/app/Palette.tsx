import { Command } from 'cmdk';
import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { sayTime } from '@app/core';
import { useProducts } from '../data/useProducts.ts';
import { useSaying } from '../data/saying.ts';
import { useWorkshop } from '../data/workshop.tsx';
import { Tag } from '../ui/Tag.tsx';
import { useDialog } from '../ui/useDialog.ts';
import { GO_KEYS } from './keys.ts';
import { SCREENS } from './ShopMenu.tsx';

const GROUP =
  '[&_[cmdk-group-heading]]:text-lane [&_[cmdk-group-heading]]:text-sub [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1';
const ITEM = 'flex min-h-9 cursor-pointer items-center gap-3 px-2 text-body data-[selected=true]:bg-sunk';

/** Find anything: a piece, a client, a colour, a product, a person, a screen; one box, arrow keys, Enter. */
export function Palette({ onClose }: { readonly onClose: () => void }) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const navigate = useNavigate();
  const products = useProducts();
  const ref = useDialog();
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    // The dialog would take the list as the first that can be focused.
    input.current?.focus();
  }, []);
  const go = (to: string) => () => {
    ref.current?.close();
    void navigate(to);
  };
  return (
    <dialog
      ref={ref}
      onClose={onClose}
      onClick={(e) => e.target === ref.current && ref.current?.close()}
      aria-label="Find anything"
      className="m-auto mt-[10dvh] w-full max-w-[560px] border border-keyline bg-raised p-0 text-ink"
    >
      <Command label="Find anything" loop>
        <Command.Input
          ref={input}
          placeholder="A piece, a client, a colour, a product, a person, a screen"
          className="h-12 w-full border-b border-keyline bg-transparent px-4 text-section outline-none"
        />
        <Command.List className="max-h-[60dvh] overflow-auto px-2 pb-2">
          <Command.Empty className="px-2 py-4 text-sub">Nothing here is called that.</Command.Empty>
          <Command.Group heading="Pieces" className={GROUP}>
            {view.pieces.map((p) => (
              <Command.Item
                key={p.id}
                value={`${p.name} ${p.id}`}
                keywords={[p.client ?? 'stock', p.brief.body.name]}
                onSelect={go(`/pieces/${p.id}`)}
                className={ITEM}
              >
                <Tag brief={p.brief} size={22} />
                <span className="min-w-0 flex-1">{p.name}</span>
                <span className="condensed text-table text-sub">
                  {p.client ?? 'stock'} · {p.brief.body.name} · {p.due === null ? 'no date' : sayTime(p.due, saying)}
                </span>
              </Command.Item>
            ))}
          </Command.Group>
          <Command.Group heading="Go to" className={GROUP}>
            {[...GO_KEYS.map(([, words, to]) => [to, words] as const), ...SCREENS.map(([to, w]) => [to, w] as const)]
              .filter(([to], i, all) => all.findIndex(([t]) => t === to) === i)
              .map(([to, words]) => (
                <Command.Item key={to} value={words} onSelect={go(to)} className={ITEM}>
                  {words}
                </Command.Item>
              ))}
          </Command.Group>
          <Command.Group heading="On the shelf" className={GROUP}>
            {view.shop.paints.map((p) => (
              <Command.Item key={p.id} value={`${p.name} ${p.id}`} onSelect={go('/shelf')} className={ITEM}>
                <span className="size-4 border border-keyline" style={{ background: p.hex }} aria-hidden="true" />
                {p.name}
              </Command.Item>
            ))}
            {[...products.values()].map((p) => (
              <Command.Item key={p.id} value={`${p.name} ${p.id}`} onSelect={go('/shelf')} className={ITEM}>
                {p.name}
              </Command.Item>
            ))}
          </Command.Group>
          <Command.Group heading="In the shop" className={GROUP}>
            {[...view.shop.people, ...view.shop.stations, ...view.shop.places].map((x) => (
              <Command.Item
                key={`${x.id}-${x.name}`}
                value={`${x.name} ${x.id}`}
                onSelect={go('/shop')}
                className={ITEM}
              >
                {x.name}
              </Command.Item>
            ))}
          </Command.Group>
        </Command.List>
      </Command>
    </dialog>
  );
}
