import type { PhotoView, PieceView } from '@app/contract';
import { clock, hourlyClimate, lookById, piecesOf, sayDay, sayLength, type ShopStep, templateById } from '@app/core';
import { useState } from 'react';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { doneColumns, shownColours } from '../../grain/finishColumns.ts';
import { FinishSections } from '../../grain/FinishSections.tsx';
import { sayPoured, sayTemperature } from '../../ui/amounts.ts';
import { PieceDrawing } from '../../ui/PieceDrawing.tsx';
import { Button, Section } from '../../ui/parts.tsx';
import { SIDE_WORDS } from '../../ui/sideWords.ts';
import { MakeAgain } from './MakeAgain.tsx';

/** Something that happened to a piece: it came, or a step was done; with what was seen and said then. */
type Chapter = { readonly at: number; readonly step: ShopStep | null; readonly photos: readonly PhotoView[] };

/** Chapters shown before one asks for all. */
const FIRST = 6;

/** The piece as it really went: a cut through what was laid, and every step with what, how much, in which air, by whom. */
export function StorySection({ piece }: { readonly piece: PieceView }) {
  const [isAll, setAll] = useState(false);
  const chapters = chaptersOf(piece);
  if (chapters.length === 0) return null;
  const hasCoats = piece.steps.some((s) => s.state.kind === 'done' && s.coat !== null);
  const shown = isAll ? chapters : chapters.slice(0, FIRST);
  return (
    <Section title="Its story" aside={hasCoats && <MakeAgain piece={piece} />}>
      <AsItStands piece={piece} />
      <ol className="flex flex-col">
        {shown.map((c) => (
          <ChapterView key={c.step?.id ?? `came-${c.at}`} piece={piece} chapter={c} />
        ))}
      </ol>
      {shown.length < chapters.length && (
        <Button kind="plain" className="self-start" onClick={() => setAll(true)}>
          All {chapters.length} chapters
        </Button>
      )}
    </Section>
  );
}

/** The piece in the colours that lie on it by now, and the cuts through them. */
function AsItStands({ piece }: { readonly piece: PieceView }) {
  const columns = doneColumns(piece);
  const shown = shownColours(columns);
  const template = templateById.get(piece.template);
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
      <PieceDrawing
        piece={piece}
        of={template ? piecesOf(template, piece.dimensions) : 1}
        zone={(id) => ({ fill: shown.get(id) ?? 'var(--m-raised)' })}
        label={`${piece.name} as it stands now`}
        className="h-36 w-44 shrink-0"
      />
      <div className="min-w-64 flex-1">
        <FinishSections columns={columns} />
      </div>
    </div>
  );
}

/** The last first: what was done, and the pictures of how it came. */
function chaptersOf(piece: PieceView): Chapter[] {
  const of = (step: string | null) => piece.photos.filter((p) => p.step === step);
  const came = of(null);
  const steps = piece.steps.flatMap((s): Chapter[] => {
    const photos = of(s.id);
    if (s.state.kind === 'done') return [{ at: s.state.until, step: s, photos }];
    return photos.length > 0 ? [{ at: photos[0]!.at, step: s, photos }] : [];
  });
  return [...steps, ...(came.length > 0 ? [{ at: came[0]!.at, step: null, photos: came }] : [])].sort(
    (a, b) => b.at - a.at,
  );
}

function ChapterView({
  piece,
  chapter: { at, step, photos },
}: {
  readonly piece: PieceView;
  readonly chapter: Chapter;
}) {
  const said = useInUnits();
  const saying = useSaying();
  const facts = useFacts(step);
  return (
    <li className="grid grid-cols-[84px_minmax(0,1fr)] gap-3 border-b border-line py-2">
      <span className="condensed text-table text-sub">
        {sayDay(at, saying)}
        <span className="block">{clock(at, saying)}</span>
      </span>
      <div className="flex flex-col gap-1">
        <span className="flex items-center gap-2 text-body font-semibold">
          {step?.coat != null && step.colour !== null && (
            <span className="size-3.5 shrink-0 border border-keyline" style={{ background: step.colour }} />
          )}
          {step ? said(step.title) : `${piece.name} as it came`}
        </span>
        {facts.length > 0 && <span className="text-table text-sub">{facts.join(' · ')}</span>}
        {step && <LookedAt step={step} />}
        {photos.length > 0 && (
          <span className="flex flex-wrap gap-2">
            {photos.map((p) => (
              <Picture key={p.id} photo={p} name={step ? said(step.title) : piece.name} />
            ))}
          </span>
        )}
      </div>
    </li>
  );
}

/** What came of looking at it. */
function LookedAt({ step }: { readonly step: ShopStep }) {
  const looked = step.state.kind === 'done' ? (step.state.looked ?? []) : [];
  return looked.flatMap((l) => {
    const look = lookById.get(l.look);
    if (!look) return [];
    const words =
      l.outcome === 'fine'
        ? `${look.asked} Fine.`
        : `${look.fault}${l.outcome === 'accepted' ? ', left as it is' : ', rescued'}.`;
    return [
      <span key={`${l.look} ${l.at}`} className={`text-table ${l.outcome === 'fault' ? 'text-oxide-text' : ''}`}>
        {words}
      </span>,
    ];
  });
}

function Picture({ photo, name }: { readonly photo: PhotoView; readonly name: string }) {
  const src = `/api/photos/${photo.id}`;
  if (photo.kind === 'clip')
    return (
      <span className="flex flex-col gap-1">
        {/* oxlint-disable-next-line jsx-a11y/media-has-caption -- somebody's own remark, which nobody has written down */}
        <audio controls preload="none" src={src} aria-label={`What was said at ${name}`} className="h-10 w-64" />
        {photo.note !== '' && <span className="text-table">{photo.note}</span>}
      </span>
    );
  return (
    <a href={src} target="_blank" rel="noreferrer" className="flex w-32 flex-col gap-1">
      <img
        src={src}
        alt={`${SIDE_WORDS[photo.side]}: ${name}`}
        width={photo.width}
        height={photo.height}
        loading="lazy"
        className="h-24 w-32 border border-keyline object-cover"
      />
      {photo.note !== '' && <span className="text-table">{photo.note}</span>}
    </a>
  );
}

/** Product, cup, litres, air, who and how long, as far as each is known. */
function useFacts(step: ShopStep | null): string[] {
  const { view } = useWorkshop();
  const products = useProducts();
  const { units } = view.workshop;
  if (step?.state.kind !== 'done') return [];
  const { from, until, by, took, worked } = step.state;
  const can = view.shop.paints.find((p) => p.id === took?.paint);
  const people = by.flatMap((id) => view.shop.people.find((p) => p.id === id)?.name ?? []);
  const station = view.plan.steps[step.id]?.stations.at(-1);
  const place = view.shop.places.find((p) => p.id === view.shop.stations.find((s) => s.id === station)?.climate);
  const air = place && step.coat ? hourlyClimate(place.typical, place.series, view.shop.timeZone, until, 1) : null;
  const product = step.product === null ? null : (products.get(step.product)?.name ?? step.product);
  const litres = took?.litres ?? (step.coat === null ? 0 : step.litres);
  return [
    ...(product === null ? [] : [can && can.name !== product ? `${product}, ${can.name}` : product]),
    ...(litres > 0 ? [`${sayPoured(litres, units)}${took ? '' : ' reckoned'}`] : []),
    ...(step.method === null ? [] : [`by ${step.method}`]),
    ...(air
      ? [`${sayTemperature(air.temperature_c[0]!, units)}, ${Math.round(air.humidity_pct[0]!)} %, ${place!.name}`]
      : []),
    ...(people.length === 0 ? [] : [people.join(' and ')]),
    ...(step.hands > 0 ? [sayLength(until - from + Math.round(worked?.minutes ?? 0))] : []),
  ];
}
