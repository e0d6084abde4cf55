import type { Instant } from '../quantities/units.ts';
import { type ShopStep, stepId } from '../workshop/workshop.ts';

/**
 * The steps of a piece with a hold put in front of one of them: nothing of it starts before `until`, or before the
 * hold is called off. What the step waited for, the hold now waits for.
 * @throws {RangeError} when the step is not there
 */
export function holdBefore(
  pieceId: string,
  steps: readonly ShopStep[],
  waitingId: string,
  title: string,
  until: Instant,
): ShopStep[] {
  const at = steps.findIndex((s) => s.id === waitingId);
  const waiting = steps[at];
  if (!waiting) throw new RangeError(`step "${waitingId}" is not one of this piece`);
  const key = `hold-${1 + steps.filter((s) => s.key.startsWith('hold-')).length}`;
  const hold: ShopStep = {
    id: stepId(pieceId, key),
    key,
    title,
    reason: 'Someone else has to answer or deliver first.',
    caution: null,
    zones: [],
    group: null,
    coat: null,
    colour: null,
    work_minutes: 0,
    hands: 0,
    skill: waiting.skill,
    splittable: false,
    dusty: false,
    needs: [],
    tool: null,
    product: null,
    litres: 0,
    // Only the order matters to the hold; drying is still asked for by the step itself.
    after: waiting.after.map((l) => ({ step: l.step, from: 'end', min_minutes: 0, max_minutes: null })),
    state: { kind: 'planned' },
    pin: { notBefore: until },
  };
  const held: ShopStep = {
    ...waiting,
    after: [...waiting.after, { step: key, from: 'end', min_minutes: 0, max_minutes: null }],
  };
  return [...steps.slice(0, at), hold, held, ...steps.slice(at + 1)];
}
