import type { PieceFields } from './pieceFields.ts';
import type { ViewUpdate } from './viewUpdate.ts';
import type {
  ArrivalSheet,
  Ask,
  Instant,
  OwnCoats,
  OwnCoverage,
  OwnDrying,
  Pace,
  PhotoSide,
  PieceMove,
  Plan,
  RouteEdit,
  Score,
  Shop,
  ShopPiece,
  StruckStep,
  Trials,
  Zone,
} from '@app/core';

/** Everything a browser shows of one workshop, in one answer; `revision` grows with every change. */
export type WorkshopView = {
  readonly workshop: {
    readonly id: string;
    readonly name: string;
    readonly units: 'metric' | 'us';
    readonly isDemo: boolean;
    readonly version: number;
  };
  readonly me: { readonly name: string; readonly role: 'owner' | 'helper'; readonly personId: string | null };
  readonly revision: number;
  /** The server's clock when it answered. */
  readonly now: Instant;
  readonly clockIsFixed: boolean;
  readonly shop: Shop;
  /** Versions of people, stations, tools and places by id, for edits. */
  readonly versions: Readonly<Record<string, number>>;
  readonly pieces: readonly PieceView[];
  readonly plan: Plan;
  /** Newest first. */
  readonly changes: readonly ChangeView[];
};

export type PieceView = ShopPiece &
  PieceFields & {
    readonly version: number;
    /** The zones its measurements and choices come to. */
    readonly zones: readonly Zone[];
    readonly edits: readonly RouteEdit[];
    readonly struck: readonly StruckStep[];
    readonly sheet: ArrivalSheet;
    /** Colours tried on it, and until when somebody decides. */
    readonly trials: Trials;
    /** What its client was asked and told. */
    readonly asks: readonly Ask[];
    readonly photos: readonly PhotoView[];
    readonly notes: readonly string[];
    /** When it left the shop; null while it is here. */
    readonly leftAt: Instant | null;
    readonly stepVersions: Readonly<Record<string, number>>;
  };

/** A piece that left the shop, as the list of them shows it. */
export type LeftPiece = Pick<PieceFields, 'name' | 'kind' | 'client' | 'brief' | 'due'> & {
  readonly id: string;
  readonly leftAt: Instant;
};
/** A page of them, the last that left first. */
export type LeftPieces = { readonly pieces: readonly LeftPiece[]; readonly isAll: boolean };
/** A piece found in the record, with the coats that were really laid on it. */
export type FoundPiece = {
  readonly id: string;
  readonly name: string;
  readonly client: string | null;
  readonly leftAt: Instant | null;
  /** When something was last done on it; null: nothing yet. */
  readonly last: Instant | null;
  readonly coats: readonly {
    readonly product: string;
    readonly colour: string | null;
    readonly coats: number;
    readonly litres: number;
    readonly zones: readonly string[];
  }[];
};
/** What the shop's own log says against the book. */
export type OwnBookView = {
  readonly paces: readonly Pace[];
  readonly drying: readonly OwnDrying[];
  readonly coverage: readonly OwnCoverage[];
  readonly coats: readonly OwnCoats[];
};
export type FoundRecord = { readonly pieces: readonly FoundPiece[]; readonly isAll: boolean };
/** Older changes, the newest first. */
export type ChangesPage = { readonly changes: readonly ChangeView[]; readonly isAll: boolean };
/** What happened since a revision, in order; null: too long ago, the view has to be asked for. */
export type ViewSince = { readonly updates: readonly Announced[] | null };
/** What is told of each change as it is made. */
export type Announced = { readonly revision: number; readonly update: ViewUpdate };

/** When each of the daily copies of all data was made, the oldest first, and the hour by the clock that made them. */
export type CopiesView = { readonly now: Instant; readonly made: readonly Instant[] };

/** Where one's own calendar can be followed; null: no address was made. */
export type CalendarFeedView = { readonly path: string | null };

/** What a browser needs to be told of windows while no page is open, and how many devices of one's own are. */
export type NotificationsView = { readonly key: string; readonly devices: number };

/** Who of the shop can sign in, for its owner. */
export type HelperView = { readonly personId: string; readonly signIn: string };

/** A photo of a piece; its picture is at /api/photos/ID. */
export type PhotoView = {
  readonly id: string;
  readonly side: PhotoSide;
  /** In pixels; 0 of a clip. */
  readonly width: number;
  readonly height: number;
  readonly at: Instant;
  /** Step at which it was taken; null: of the piece as it came or stands. */
  readonly step: string | null;
  readonly kind: 'photo' | 'clip';
  readonly note: string;
};

export type ChangeView = {
  readonly id: string;
  /** The revision it made. */
  readonly number: number;
  readonly at: Instant;
  readonly by: string;
  /** A person's tap, or the passing of time. */
  readonly madeBy: 'person' | 'clock';
  readonly summary: string;
  readonly moves: readonly PieceMove[];
  /** The change it took back; or, of one that put a change back, the taking-back it took back. Null: a change like any other. */
  readonly undoes: string | null;
  /** The change that took it back; null: it is in effect. */
  readonly undoneBy: string | null;
  /** It can be taken back, or put back when it was. */
  readonly undoable: boolean;
  /** Piece it is about, for the piece's own log. */
  readonly piece: string | null;
};

/** A better plan that was found, and what it would move; not yet the plan. */
export type ProposalView = {
  readonly id: string;
  readonly before: Score;
  readonly after: Score;
  readonly moves: readonly PieceMove[];
};
export type ProposalAnswer = { readonly proposal: ProposalView | null; readonly isLooking: boolean };

/** Who is signed in, and what they must do first; null: nobody. */
export type SessionView = {
  readonly user: {
    readonly name: string;
    readonly role: 'owner' | 'helper';
    readonly mustChangePassword: boolean;
  } | null;
  /** The demo may be looked round from here. */
  readonly demoHere: boolean;
  readonly addressQr: string | null;
  /** Where clients reach this server from outside; null: nowhere, so questions go as files. */
  readonly publicUrl: string | null;
};
/** Answer to every command. */
export type CommandAnswer = {
  readonly change: ChangeView;
  readonly revision: number;
  /** What it made of the view; null for a command that had been carried out before. */
  readonly update: ViewUpdate | null;
};
