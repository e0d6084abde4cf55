import type { Refusal } from '../brief.ts';
import type { RouteStep, Zone } from '../piece.ts';
import { nextRound, type OwnStep, type RouteEdit } from '../edit/routeEdit.ts';
import type { LookCheck, RescueStep } from './looks.ts';

/** Zones of the piece a step is about: those chosen of its own, all of its own, or for what is no zone (fittings) the first. */
export function zonesOfStep(step: RouteStep, piece: readonly Zone[], chosen: readonly string[] = []): string[] {
  const own = step.zones.filter((z) => piece.some((x) => x.id === z));
  const wanted = own.filter((z) => chosen.includes(z));
  if (wanted.length > 0) return wanted;
  return own.length > 0 ? own : piece.slice(0, 1).map((z) => z.id);
}

/**
 * The changes to a route that a rescue is: behind the step that was looked at, one after the other, on the zones where the
 * fault is.
 * @param refusals what the owner does not want on the piece
 */
export function rescueEdits(
  look: LookCheck,
  step: RouteStep,
  zones: readonly string[],
  edits: readonly RouteEdit[],
  refusals: readonly Refusal[],
): RouteEdit[] {
  const { rescue } = look;
  if (rescue.do === 'again') return [{ op: 'redo', step: step.key, round: nextRound(edits, 'redo', step.key) }];
  if (rescue.do === 'block') return [{ op: 'block', step: step.key, round: nextRound(edits, 'block', step.key) }];
  const number = 1 + edits.filter((e) => e.op === 'add').length;
  return rescue.steps.map((r, i) => {
    const key = `rescue-${number + i}-${look.id}`;
    const after = i === 0 ? step.key : `rescue-${number + i - 1}-${look.id}`;
    const allowed = refusals.includes('no-shellac') ? { ...r, ...r.withoutShellac } : r;
    return { op: 'add', after, step: ownStep(allowed, step, key, zones) };
  });
}

function ownStep(r: RescueStep, step: RouteStep, key: string, zones: readonly string[]): OwnStep {
  const coat = r.coat === 'same' ? step.coat : r.coat;
  const dusty = r.acts.some((a) => a.do === 'abrade');
  return {
    key,
    title: r.title,
    zones,
    minutes: r.minutes,
    hands: 1,
    skill: coat === null ? 'prep' : step.skill,
    product: r.product === 'same' ? step.product : r.product,
    coat,
    colour: coat === null ? null : (r.colour ?? step.colour),
    dusty,
    acts: r.acts,
    wait_minutes: r.wait_minutes ?? 0,
  };
}

/** Found while working: so many minutes more on the same parts, behind the step in hand. */
export function foundEdit(
  step: RouteStep,
  zones: readonly string[],
  minutes: number,
  words: string,
  edits: readonly RouteEdit[],
): RouteEdit {
  const number = 1 + edits.filter((e) => e.op === 'add').length;
  return {
    op: 'add',
    after: step.key,
    step: {
      key: `found-${number}`,
      title: words === '' ? 'Found while working' : `Found while working: ${words}`.slice(0, 80),
      zones,
      minutes,
      hands: 1,
      skill: 'repair',
      product: null,
      coat: null,
      colour: null,
      dusty: false,
      acts: [],
      wait_minutes: 0,
    },
  };
}
