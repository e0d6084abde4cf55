import { randomBytes } from 'node:crypto';
import type { AskAnswer, AskInput, CommandAnswer, PieceView, WorkshopView } from '@app/contract';
import { type Ask, type Instant, MOST_ASKS, type RouteEdit } from '@app/core';
import { clientPage } from '../client/clientPage.ts';
import { ApiError } from '../errors.ts';
import { pieceByToken } from '../store/asks.ts';
import { pictureOf } from '../store/shopParts.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { mustBeHere } from './mustBeHere.ts';
import { rebuildPiece } from './routes.ts';

/** Nobody guesses this many bits. */
const TOKEN_BYTES = 24;
/** Pictures on a client's page: the newest, and few enough for any messenger. */
const MOST_PHOTOS = 4;

/** Asks or tells a client something about a piece; a step may wait for the answer until a day. */
export function askClient(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: AskInput,
  hasLinks: boolean,
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const piece = await mustBeHere(rows, pieceId);
      if (piece.asks.length >= MOST_ASKS)
        throw refused('question', `At most ${MOST_ASKS} about one piece: take one away first.`);
      const now = deps.clock.now();
      const waits = input.before !== null && input.until !== null && input.question !== '';
      if (waits && input.until! <= now) throw refused('until', 'Enter a day and a time still to come.');
      const hold = waits ? `hold-ask-${input.id.slice(0, 8)}` : null;
      const ask: Ask = {
        id: input.id,
        question: input.question,
        choices: input.choices,
        at: now,
        token: hasLinks ? randomBytes(TOKEN_BYTES).toString('base64url') : null,
        hold,
        answer: null,
      };
      await rows.update('pieces', pieceId, { asks: [...piece.asks, ask] }, input.version);
      if (hold !== null) {
        const edit: RouteEdit = {
          op: 'hold',
          key: hold,
          before: input.before!,
          title: `Wait for ${piece.client ?? 'the client'}`,
        };
        await rebuildPiece(rows, pieceId, {
          edits: [...piece.edits, edit],
          pins: { [hold]: { notBefore: input.until! } },
        });
      }
      const summary =
        input.question === ''
          ? `Told ${piece.client ?? 'the client'} how ${piece.name} stands`
          : `Asked about ${piece.name}: ${input.question}`;
      return { summary, piece: pieceId, touched: [pieceId], planning: hold === null ? 'none' : 'repair' };
    },
  });
}

/** The answer, as the client gave it or the shop was told; what waited for it goes on. */
export function answerAsk(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: AskAnswer & { readonly by: 'client' | 'shop' },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const piece = await mustBeHere(rows, pieceId);
      const ask = piece.asks.find((a) => a.id === input.ask);
      if (!ask) throw new ApiError('NOT_FOUND');
      // The client says it once; the shop may still put it right.
      if (ask.answer && input.by === 'client') throw new ApiError('ALREADY_ANSWERED');
      const answer = { choice: input.choice, words: input.words, at: deps.clock.now(), by: input.by };
      const asks = piece.asks.map((a) => (a === ask ? { ...a, answer } : a));
      await rows.update('pieces', pieceId, { asks });
      const edits = piece.edits.filter((e) => !(e.op === 'hold' && e.key === ask.hold));
      const goesOn = edits.length < piece.edits.length;
      if (goesOn) await rebuildPiece(rows, pieceId, { edits });
      return {
        summary:
          `${input.by === 'client' ? (piece.client ?? 'The client') : 'The shop'} answered about ${piece.name}: ${input.choice} ${input.words}`.trim(),
        piece: pieceId,
        touched: [pieceId],
        planning: goesOn ? 'repair' : 'none',
        hasHappened: true,
      };
    },
  });
}

/** Takes the link of a question away: who has it finds nothing any more. */
export function revokeAsk(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: { readonly commandId: string; readonly ask: string },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const piece = await mustBeHere(rows, pieceId);
      if (!piece.asks.some((a) => a.id === input.ask && a.token !== null)) throw new ApiError('NOT_FOUND');
      const asks = piece.asks.map((a) => (a.id === input.ask ? { ...a, token: null } : a));
      await rows.update('pieces', pieceId, { asks });
      return { summary: `Took a client’s link to ${piece.name} away`, piece: pieceId, planning: 'none' };
    },
  });
}

/** The page of a question as one file. @throws {ApiError} NOT_FOUND */
export async function askFile(deps: Deps, workshopId: string, pieceId: string, askId: string): Promise<string> {
  const kept = await deps.shops.now(workshopId);
  const piece = kept?.view.pieces.find((p) => p.id === pieceId);
  const ask = piece?.asks.find((a) => a.id === askId);
  if (!kept || !piece || !ask) throw new ApiError('NOT_FOUND');
  return pageOf(deps.clock.now(), kept.view, piece, ask, null);
}

/** The page under a link. @throws {ApiError} NOT_FOUND when it was taken away, or never was */
export async function askPage(deps: Deps, token: string): Promise<string> {
  const { view, piece, ask } = await linked(deps, token);
  return pageOf(deps.clock.now(), view, piece, ask, `/api/client/${token}`);
}

/** What the client chose under a link. @throws {ApiError} NOT_FOUND, ALREADY_ANSWERED or INVALID_REQUEST */
export async function clientAnswers(
  deps: Deps,
  token: string,
  commandId: string,
  choice: string,
  words: string,
): Promise<void> {
  const { workshopId, piece, ask } = await linked(deps, token);
  const isOne = ask.choices.length === 0 || ask.choices.includes(choice);
  if (!isOne || (ask.choices.length === 0 && words === ''))
    throw new ApiError('INVALID_REQUEST', { fields: { choice: 'Choose one of the answers.' } });
  const client: Actor = {
    workshopId,
    userId: 'client',
    name: piece.client ?? 'The client',
    role: 'helper',
    personId: null,
    consents: true,
    wantsWhatWasTried: false,
    request: `client ${token} ${choice}`,
  };
  await answerAsk(deps, client, piece.id, { commandId, ask: ask.id, choice, words, by: 'client' });
}

async function linked(
  deps: Deps,
  token: string,
): Promise<{ readonly workshopId: string; readonly view: KeptView; readonly piece: PieceView; readonly ask: Ask }> {
  const found = await pieceByToken(token);
  const kept = found && (await deps.shops.now(found.workshopId));
  const piece = kept?.view.pieces.find((p) => p.id === found!.pieceId);
  const ask = piece?.asks.find((a) => a.token === token);
  if (!kept || !piece || !ask) throw new ApiError('NOT_FOUND');
  return { workshopId: found.workshopId, view: kept.view, piece, ask };
}
type KeptView = Pick<WorkshopView, 'workshop' | 'shop' | 'plan'>;

async function pageOf(
  now: Instant,
  view: KeptView,
  piece: PieceView,
  ask: Ask,
  answersTo: string | null,
): Promise<string> {
  const newest = piece.photos.filter((p) => p.kind === 'photo').slice(-MOST_PHOTOS);
  const photos = await Promise.all(
    newest.map(async (p) => {
      const picture = await pictureOf(view.workshop.id, p.id);
      const words = piece.steps.find((s) => s.id === p.step)?.title ?? 'As it came';
      return picture ? [{ src: `data:${picture.mime};base64,${picture.bytes.toString('base64')}`, words }] : [];
    }),
  );
  return clientPage({
    workshop: view.workshop.name,
    piece,
    colours: [piece.brief.body.hex],
    ready: view.plan.ready[piece.id] ?? null,
    care: piece.notes.filter((n) => n.startsWith('Care:')).map((n) => n.slice('Care:'.length).trim()),
    ask,
    photos: photos.flat(),
    saying: { zone: view.shop.timeZone, units: view.workshop.units, now },
    answersTo,
  });
}

const refused = (field: string, words: string) => new ApiError('INVALID_REQUEST', { fields: { [field]: words } });
