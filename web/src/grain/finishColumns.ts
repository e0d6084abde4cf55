import type { PieceView } from '@app/contract';
import {
  type Coat,
  conditionOf,
  finishOf,
  houseRuleOf,
  type Route,
  type RouteInput,
  type RouteStep,
  type Zone,
} from '@app/core';
import type { FinishColumn, FinishFilm } from './FinishSections.tsx';
import { WOOD_COLOURS } from './laneModel.ts';

const FILM_WORDS: Record<string, string> = {
  sheet: 'sheet',
  oil: 'oil',
  glaze: 'glaze',
  stain: 'stain',
  clear: 'clear',
  wax: 'wax',
  primer: 'primer',
};
const NOTES: Record<string, string> = {
  cover: 'covered, no wood',
  leave: 'left as found',
  clean: 'only cleaned',
  keep: 'as it is',
};

/** The finishes of a piece, each with its zones and what the route lays on them. */
export function finishColumns(input: RouteInput, route: Pick<Route, 'zones' | 'steps'>): FinishColumn[] {
  const backs = houseRuleOf('backs', input.brief, input.means);
  const laid = route.steps.filter((s) => s.coat !== null);
  const columns = new Map<string, { zones: Zone[]; films: FinishFilm[]; kind: string }>();
  for (const z of route.zones) {
    const { row, treatment } = finishOf(z, input.survey, input.brief, backs);
    const steps = laid.filter((s) => s.zones.includes(z.id));
    // Of one row the top may still get a coat more.
    const id = [row, treatment.kind, ...steps.map((s) => s.key)].join(' ');
    const known = columns.get(id);
    if (known) known.zones.push(z);
    else columns.set(id, { zones: [z], films: steps.map(filmOf), kind: treatment.kind });
  }
  return [...columns].map(([id, { zones, films, kind }]): FinishColumn => ({
    id,
    name: zones.map((z, i) => (i === 0 ? z.name : z.name.toLowerCase())).join(', '),
    zones: zones.map((z) => z.id),
    wood: WOOD_COLOURS[conditionOf(input.survey, zones[0]!.id).wood],
    films,
    note: films.length === 0 ? (NOTES[kind] ?? null) : null,
  }));
}

/** What lies on each part of a piece by what was really done; parts that got the same stand together. */
export function doneColumns(piece: Pick<PieceView, 'zones' | 'survey' | 'steps'>): FinishColumn[] {
  const done = piece.steps.filter((s) => s.state.kind === 'done' && s.coat !== null);
  const columns = new Map<string, { zones: Zone[]; films: FinishFilm[] }>();
  for (const z of piece.zones) {
    const laid = done.filter((s) => s.zones.includes(z.id));
    const id = laid.map((s) => s.key).join();
    const known = columns.get(id);
    if (known) known.zones.push(z);
    else columns.set(id, { zones: [z], films: laid.map(filmOf) });
  }
  return [...columns].map(([id, { zones, films }]) => ({
    id,
    name: zones.map((z, i) => (i === 0 ? z.name : z.name.toLowerCase())).join(', '),
    zones: zones.map((z) => z.id),
    wood: WOOD_COLOURS[conditionOf(piece.survey, zones[0]!.id).wood],
    films,
    note: films.length === 0 ? 'nothing laid yet' : null,
  }));
}

const filmOf = (s: RouteStep): FinishFilm => ({
  key: s.key,
  colour: s.colour ?? '#cccccc',
  coat: s.coat!,
  label: s.coat === 'paint' ? `coat ${/coat (\d)/.exec(s.title)?.[1] ?? ''}`.trim() : (FILM_WORDS[s.coat!] ?? s.coat!),
});

/** Films that are seen through: what lies below them shows. */
const SEEN_THROUGH: readonly Coat[] = ['clear', 'wax', 'oil'];

/** What colour each zone shows in the end. */
export function shownColours(columns: readonly FinishColumn[]): ReadonlyMap<string, string> {
  return new Map(
    columns.flatMap(({ zones, films, wood }) => {
      const shown = films.findLast((f) => !SEEN_THROUGH.includes(f.coat))?.colour ?? wood;
      return zones.map((z) => [z, shown] as const);
    }),
  );
}
