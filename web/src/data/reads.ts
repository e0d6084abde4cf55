import {
  CalendarFeedSchema,
  type CalendarFeedView,
  type ChangesPage,
  ChangesPageSchema,
  CopiesSchema,
  type CopiesView,
  type HelperView,
  HelpersSchema,
  type LeftPieces,
  LeftPiecesSchema,
  OwnBookSchema,
  type OwnBookView,
  PieceSchema,
  type PieceView,
  SessionSchema,
  type SessionView,
  ViewSchema,
  type WorkshopView,
} from '@app/contract';
import useSWR, { type SWRConfiguration, type SWRResponse } from 'swr';
import useSWRInfinite from 'swr/infinite';
import type { Schema } from 'yup';
import { keep, type Kept, keptAnswer } from '../offline/kept.ts';
import { isAway, send } from './api.ts';

/**
 * What the server is asked for, by the key it is kept under: one line a read. Every screen reads through `useRead`; what a
 * command changes it says in its answer, which is laid upon what is kept (docs/decisions/0013).
 */
type Read<T> = {
  readonly path: string;
  readonly schema: Schema<T>;
  /** Kept in this browser, and shown as it was while the server cannot be asked. @returns it as it is by now */
  readonly whenAway?: (kept: T, passed_minutes: number) => T;
  /** Kept with every answer; the view is kept by `useView`, as it changes. */
  readonly isKeptAsAnswered?: true;
};
export const SESSION: Read<SessionView> = {
  path: '/session',
  schema: SessionSchema,
  whenAway: (session) => session,
  isKeptAsAnswered: true,
};
export const VIEW: Read<WorkshopView> = {
  path: '/view',
  schema: ViewSchema,
  // The shop's clock goes on while nobody answers.
  whenAway: (view, passed) => ({ ...view, now: view.clockIsFixed ? view.now : view.now + passed }),
};

/** @param read null: nothing is asked for */
export const useRead = <T>(read: Read<T> | null, config: SWRConfiguration<T, Error> = {}): SWRResponse<T, Error> =>
  useSWR<T, Error>(read && read.path, () => ask(read!), config);

async function ask<T>(read: Read<T>): Promise<T> {
  try {
    const answer = await send(read.schema, 'GET', read.path);
    if (read.isKeptAsAnswered) void keep(read.path, answer);
    return answer;
  } catch (why) {
    const kept = read.whenAway && isAway(why) ? await keptAnswer(read.path) : null;
    if (kept === null || !isOf(read, kept)) throw why;
    return read.whenAway!(kept.value, Math.floor((Date.now() - kept.at) / 60_000));
  }
}

/** What another version of this page kept may be of another shape. */
const isOf = <T>(read: Read<T>, kept: Kept): kept is Kept & { readonly value: T } =>
  read.schema.isValidSync(kept.value, { strict: true });

/** When the daily copies of everything were made. */
export const COPIES: Read<CopiesView> = { path: '/copies', schema: CopiesSchema };
/** Who of the shop can sign in beside its owner. */
export const HELPERS: Read<readonly HelperView[]> = { path: '/helpers', schema: HelpersSchema };
/** What the shop's own log says against the book. */
export const OWN_BOOK: Read<OwnBookView> = { path: '/own-book', schema: OwnBookSchema };
/** The address of one's own calendar. */
export const CALENDAR_FEED: Read<CalendarFeedView> = { path: '/calendar', schema: CalendarFeedSchema };
/** One piece, also when it has left. */
export const usePieceThatLeft = (id: string | null) =>
  useSWR<PieceView, Error>(id === null ? null : `/pieces/${encodeURIComponent(id)}`, (path: string) =>
    send(PieceSchema, 'GET', path),
  );

/** Pages that are read one after the other. */
export type Pages<T> = {
  readonly all: readonly T[];
  readonly isAll: boolean;
  readonly error: Error | undefined;
  readonly more: () => void;
};

/** Pieces that left the shop, the last first. @param revision of the view: a piece that leaves is then first */
export function useLeftPieces(revision: number): Pages<LeftPieces['pieces'][number]> {
  const { data, error, size, setSize } = useSWRInfinite<LeftPieces, Error>(
    (page, before: LeftPieces | null) => {
      const last = before?.pieces.at(-1);
      return last
        ? `/left?leftAt=${last.leftAt}&id=${encodeURIComponent(last.id)}`
        : page === 0
          ? `/left?#${revision}`
          : null;
    },
    (path: string) => send(LeftPiecesSchema, 'GET', path.split('#')[0]!),
    ONCE,
  );
  const all = (data ?? []).flatMap((p) => p.pieces);
  return { all, isAll: data?.at(-1)?.isAll ?? false, error, more: () => void setSize(size + 1) };
}

/** Changes before one, the newest first. @param piece only those about it; null: all */
export function useOlderChanges(before: number | null, piece: string | null): Pages<ChangesPage['changes'][number]> {
  const { data, error, size, setSize } = useSWRInfinite<ChangesPage, Error>(
    (page, known: ChangesPage | null) => {
      const from = page === 0 ? before : known?.changes.at(-1)?.number;
      if (from == null) return null;
      return `/changes?before=${from}${piece === null ? '' : `&piece=${encodeURIComponent(piece)}`}`;
    },
    (path: string) => send(ChangesPageSchema, 'GET', path),
    ONCE,
  );
  const all = (data ?? []).flatMap((p) => p.changes);
  return { all, isAll: data?.at(-1)?.isAll ?? false, error, more: () => void setSize(size + 1) };
}
/** What lies behind does not change. */
const ONCE = { revalidateFirstPage: false, revalidateOnFocus: false, revalidateIfStale: false };

/** Who is signed in, and what they must do first. */
export const useSession = () => useRead(SESSION);
