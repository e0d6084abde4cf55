import type { CommandAnswer, CupInput } from '@app/contract';
import { cupFault, cupLacks, cupLitres, mixedColour, type ShelfPaint } from '@app/core';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import { mustBeOnShelf, takeOut } from './cans.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { mustBeProduct } from './shop.ts';
import { addEdit, findStep } from './steps.ts';

/** Puts a cup on the shelf and takes what is in it out of its cans. */
export function mixCup(deps: Deps, actor: Actor, input: CupInput): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const { id, name, hex, product, alive_until, stands } = input;
      const made = { at: deps.clock.now(), alive_until, stands, water_litres: input.water_litres, parts: input.parts };
      const fault = cupFault(made);
      if (fault) throw refused('parts', fault);
      if (alive_until !== null && alive_until <= made.at) throw refused('alive_until', 'It would be dead already.');
      await mustBeProduct(rows, product);
      const { paints } = view.shop;
      for (const p of input.parts) if (p.paint !== null) mustBeOnShelf(view.shop, p.paint);
      const [lack] = cupLacks(made.parts, paints);
      if (lack) throw refused('parts', `You have ${ml(lack.litres)} too little of ${lack.paint.name}.`);
      for (const p of input.parts) {
        const can = paints.find((x) => x.id === p.paint);
        if (can && p.litres > 0) await takeOut(rows, can, p.litres);
      }
      await rows.insert('paints', id, { ...NEW_CAN, name, hex, product, on_hand_litres: cupLitres(made), made });
      return { summary: `Mixed ${ml(cupLitres(made))} of ${name}`, planning: 'repair' };
    },
  });
}

const NEW_CAN = { can_litres: null, can_cents: null, lead_days: null, deliveries: [] };
const ml = (l: number) => `${Math.round(l * 1000)} mL`;
const refused = (field: string, words: string) => new ApiError('INVALID_REQUEST', { fields: { [field]: words } });

/** Two cans are one: of one product, in the colour the two make together. */
export function pourTogether(
  deps: Deps,
  actor: Actor,
  input: { readonly commandId: string; readonly from: string; readonly into: string },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const from = mustBeOnShelf(view.shop, input.from);
      const into = mustBeOnShelf(view.shop, input.into);
      if (from.id === into.id) throw refused('into', 'Choose another can to pour it into.');
      if (from.product !== into.product)
        throw refused('into', `${into.name} is another product; the two are not stirred together.`);
      const litres = from.on_hand_litres + into.on_hand_litres;
      await rows.update('paints', into.id, { on_hand_litres: litres, hex: together(from, into) });
      await rows.remove('paints', from.id);
      return { summary: `Poured ${from.name} into ${into.name}`, planning: 'repair' };
    },
  });
}

function together(from: ShelfPaint, into: ShelfPaint): string {
  const isSame = from.hex.toLowerCase() === into.hex.toLowerCase() || from.on_hand_litres === 0;
  if (isSame || into.on_hand_litres === 0) return from.on_hand_litres === 0 ? into.hex : from.hex;
  return mixedColour([from, into].map((p) => ({ hex: p.hex, amount: p.on_hand_litres })));
}

/** A coat still to come is laid from this can or cup; the plan keeps it for that coat. */
export function chooseCan(
  deps: Deps,
  actor: Actor,
  stepId: string,
  input: { readonly commandId: string; readonly version: number; readonly paint: string },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const { step, piece } = await findStep(rows, stepId);
      await rows.mustBeSeen('steps', stepId, input.version);
      if (step.state.kind === 'done')
        throw new ApiError('STEP_STATE', { detail: 'It is done. Say what it was laid with under “Done differently”.' });
      if (step.route.coat === null) throw refused('paint', 'It lays no coat.');
      const can = mustBeOnShelf(view.shop, input.paint);
      await layFrom(rows, step.piece_id, step.route.key, can);
      return {
        summary: `“${step.route.title}” on ${piece} is laid from ${can.name}`,
        piece: step.piece_id,
        touched: [step.piece_id],
        planning: 'repair',
      };
    },
  });
}

const layFrom = (rows: Recorder, piece: string, step: string, can: ShelfPaint): Promise<void> =>
  addEdit(rows, piece, () => ({ op: 'can', step, product: can.product, colour: can.hex }));
