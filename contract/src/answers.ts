import './faultWords.ts';
import { type NoRoom, NO_ROOM_CODES, type Notice, NOTICE_KINDS } from '@app/core';
import { array, boolean, mixed, number, object, type Schema, string } from 'yup';
import type {
  Announced,
  CalendarFeedView,
  ChangesPage,
  ChangeView,
  CommandAnswer,
  CopiesView,
  FoundRecord,
  HelperView,
  LeftPieces,
  NotificationsView,
  OwnBookView,
  PieceView,
  ProposalAnswer,
  SessionView,
  ViewSince,
  WorkshopView,
} from './view.ts';

/**
 * What the server answers, checked where it arrives: that it is whole, and that every kind in it is known. Structures the
 * core made (a plan's times, a route's steps) are taken as they are; checking each of thousands would cost more than it shows.
 */
const any = () => mixed().required();
const map = () =>
  mixed<Record<string, unknown>>()
    .required()
    .test('map', 'not a map', (x) => typeof x === 'object');
const typed = <T>(schema: Schema): Schema<T> => schema as Schema<T>;

const change = object({
  id: string().required(),
  number: number().required(),
  at: number().required(),
  by: string().defined(),
  madeBy: string().oneOf(['person', 'clock']).required(),
  summary: string().defined(),
  moves: array(any()).required(),
  undoes: string().nullable().defined(),
  undoneBy: string().nullable().defined(),
  undoable: boolean().required(),
  piece: string().nullable().defined(),
});
export const ChangeSchema = typed<ChangeView>(change);
export const OkSchema = typed<{ readonly ok: true }>(object({ ok: boolean().oneOf([true]).required() }));
export const SessionSchema = typed<SessionView>(
  object({
    user: object({
      name: string().required(),
      role: string().oneOf(['owner', 'helper']).required(),
      mustChangePassword: boolean().required(),
    })
      .nullable()
      .default(null)
      .defined(),
    demoHere: boolean().required(),
    addressQr: string().nullable().defined(),
    publicUrl: string().nullable().defined(),
  }),
);

const proposal = object({ id: string().required(), before: any(), after: any(), moves: array(any()).required() });
export const ProposalAnswerSchema = typed<ProposalAnswer>(
  object({ proposal: proposal.nullable().default(null).defined(), isLooking: boolean().required() }),
);

const unknown =
  (what: string) =>
  ({ path, value }: { path: string; value: unknown }) =>
    `${what} “${String(value)}” (${path}) is not known to this version of Mokume`;
const reasons = {
  unplanned: array(
    object({
      step: string().required(),
      piece: string().required(),
      reason: object({
        code: string<NoRoom['code']>()
          .oneOf([...NO_ROOM_CODES], unknown('The reason'))
          .required(),
      }).required(),
    }),
  ),
  notices: array(
    object({
      step: string().required(),
      kind: string<Notice['kind']>()
        .oneOf([...NOTICE_KINDS], unknown('The notice'))
        .required(),
    }),
  ),
};
const plan = object({
  steps: map(),
  ready: map(),
  unplanned: reasons.unplanned.required(),
  notices: reasons.notices.required(),
});
const piece = object({
  id: string().required(),
  name: string().required(),
  version: number().required(),
  steps: array(any()).required(),
  stepVersions: map(),
});
const shopUpdate = object({ shop: map(), workshop: map(), versions: map() });
const update = object({
  base: number().required(),
  now: number().required(),
  change: change.required(),
  undone: array(string().required()).required(),
  redone: array(string().required()).required(),
  pieces: array(piece).required(),
  gone: array(string().required()).required(),
  shop: shopUpdate.nullable().default(null).defined(),
  plan: object({
    steps: map(),
    ready: map(),
    unplanned: reasons.unplanned.nullable().default(null).defined(),
    notices: reasons.notices.nullable().default(null).defined(),
  })
    .nullable()
    .default(null)
    .defined(),
});
export const CommandAnswerSchema = typed<CommandAnswer>(
  object({
    change: change.required(),
    revision: number().required(),
    update: update.nullable().default(null).defined(),
  }),
);

const announced = object({ revision: number().required(), update: update.required() });
/** What the stream of changes tells. */
export const AnnouncedSchema = typed<Announced>(announced);
export const ViewSinceSchema = typed<ViewSince>(
  object({ updates: array(announced).nullable().default(null).defined() }),
);
export const PieceSchema = typed<PieceView>(piece);
export const LeftPiecesSchema = typed<LeftPieces>(
  object({
    pieces: array(
      object({ id: string().required(), name: string().required(), leftAt: number().required() }),
    ).required(),
    isAll: boolean().required(),
  }),
);
export const ChangesPageSchema = typed<ChangesPage>(
  object({ changes: array(change).required(), isAll: boolean().required() }),
);
export const CopiesSchema = typed<CopiesView>(
  object({ now: number().required(), made: array(number().required()).required() }),
);
export const NotificationsSchema = typed<NotificationsView>(
  object({ key: string().required(), devices: number().required() }),
);
export const CalendarFeedSchema = typed<CalendarFeedView>(object({ path: string().nullable().defined() }));
const figures = () => array(any()).required();
export const OwnBookSchema = typed<OwnBookView>(
  object({ paces: figures(), drying: figures(), coverage: figures(), coats: figures() }),
);
export const FoundRecordSchema = typed<FoundRecord>(
  object({
    pieces: array(
      object({
        id: string().required(),
        name: string().required(),
        client: string().nullable().defined(),
        leftAt: number().nullable().defined(),
        last: number().nullable().defined(),
        coats: array(any()).required(),
      }),
    ).required(),
    isAll: boolean().required(),
  }),
);
export const HelpersSchema = typed<readonly HelperView[]>(
  array(object({ personId: string().required(), signIn: string().required() })).required(),
);

export const ViewSchema = typed<WorkshopView>(
  object({
    workshop: object({
      id: string().required(),
      name: string().required(),
      units: string().oneOf(['metric', 'us']).required(),
      isDemo: boolean().required(),
      version: number().required(),
    }).required(),
    me: object({
      name: string().required(),
      role: string().oneOf(['owner', 'helper']).required(),
      personId: string().nullable().defined(),
    }).required(),
    revision: number().required(),
    now: number().required(),
    clockIsFixed: boolean().required(),
    shop: map(),
    versions: map(),
    pieces: array(piece).required(),
    plan: plan.required(),
    changes: array(change).required(),
  }),
);
