import { type Act, type ActKind, type Sanding, sandingOf } from '../act.ts';
import type { Coat, Method, RouteStep } from '../piece.ts';

/** What came of looking at something: as it should be, not quite but left so, or a fault. */
export const LOOK_OUTCOMES = ['fine', 'accepted', 'fault'] as const;
export type LookOutcome = (typeof LOOK_OUTCOMES)[number];

/** One step of a rescue. `same`: the product, layer and colour of the step that was looked at. */
export type RescueStep = {
  readonly title: string;
  readonly minutes: number;
  /** A product's id, or `same`. */
  readonly product: string | null;
  readonly coat: Coat | 'same' | null;
  readonly colour?: string;
  readonly acts: readonly Act[];
  /** Shortest wait before it, beside the drying. */
  readonly wait_minutes?: number;
  /** What is done where the owner refuses shellac. */
  readonly withoutShellac?: Pick<RescueStep, 'title' | 'product'>;
};
/** again: sand back and lay it again · block: one more blocking coat · steps: these, behind the step. */
export type Rescue =
  | { readonly do: 'again' }
  | { readonly do: 'block' }
  | { readonly do: 'steps'; readonly steps: readonly RescueStep[] };

/** After which steps something is looked for; a step must meet every line that is given. */
type After = {
  readonly coats?: readonly Coat[];
  readonly acts?: readonly ActKind[];
  readonly methods?: readonly Method[];
  /** Sanded for this; what is sanded to bare wood is to show as wood. */
  readonly sandings?: readonly Sanding[];
  /** Nothing wet was laid: a film, glue or conditioner is left alone until what belongs to it is done. */
  readonly isDry?: true;
  /** Only the first coat of a run. */
  readonly first?: true;
};
export type LookCheck = {
  readonly id: string;
  /** What is looked for, as somebody would ask it. */
  readonly asked: string;
  readonly after: After;
  /** The fault in words. */
  readonly fault: string;
  readonly rescue: Rescue;
};

const steps = (...list: readonly RescueStep[]): Rescue => ({ do: 'steps', steps: list });
const work = (title: string, minutes: number, acts: readonly Act[], more: Partial<RescueStep> = {}): RescueStep => ({
  title,
  minutes,
  product: null,
  coat: null,
  acts,
  ...more,
});
const sandedBy = (to: 'smooth' | 'level' | 'nibs' | 'edges' | 'dull', ...grits: readonly number[]): readonly Act[] => [
  { do: 'abrade', to, grits },
  { do: 'dust-off' },
];
const spot = (minutes: number): RescueStep =>
  work('Spot coat where it was sanded', minutes, [], { product: 'same', coat: 'same' });

/** Looks the trade takes, what is wrong when it is wrong, and what saves it. Common practice. */
export const LOOK_CHECKS: readonly LookCheck[] = [
  {
    id: 'white-cloth',
    asked: 'Is the last cloth clean?',
    after: { acts: ['wash'] },
    fault: 'The cloth is still dirty',
    rescue: steps(work('Wash and rinse once more', 40, [{ do: 'wash' }], { product: 'rinse-water' })),
  },
  {
    id: 'dye-on-cloth',
    asked: 'Does colour come off on the cloth?',
    after: { acts: ['wash'] },
    fault: 'Dye comes off: it bleeds through paint',
    rescue: steps(
      work('Seal the dye in with shellac primer', 25, [], {
        product: 'shellac-primer',
        coat: 'primer',
        colour: '#e9e4d6',
        withoutShellac: { title: 'Seal the dye in with waterborne stain-blocker', product: 'stain-blocker' },
      }),
      work('Second coat of shellac primer', 25, [], {
        product: 'shellac-primer',
        coat: 'primer',
        colour: '#e9e4d6',
        withoutShellac: { title: 'Second coat of stain-blocker, and look at it in daylight', product: 'stain-blocker' },
      }),
    ),
  },
  {
    id: 'raking-light',
    asked: 'With a lamp held low: dings, holes, scratches?',
    after: { coats: ['paint', 'primer'], first: true },
    fault: 'Dings and holes show',
    rescue: steps(
      work('Fill what the lamp shows', 10, [{ do: 'fill' }], { product: 'two-part-filler' }),
      work('Sand the filler flush, 220, dust off', 10, sandedBy('level', 220)),
      spot(10),
    ),
  },
  {
    id: 'cover',
    asked: 'Does anything shine through?',
    after: { coats: ['paint'] },
    fault: 'It does not cover yet',
    rescue: steps(work('One more coat where it shines through', 30, [], { product: 'same', coat: 'same' })),
  },
  {
    id: 'bleed-through',
    asked: 'Yellow or brown spots coming up?',
    after: { coats: ['paint', 'primer'] },
    fault: 'It bleeds through',
    rescue: { do: 'block' },
  },
  {
    id: 'drips',
    asked: 'Runs or drips at edges and mouldings?',
    after: { coats: ['paint', 'primer', 'clear'] },
    fault: 'Runs and drips',
    rescue: steps(work('Level the runs by hand, 220, dust off', 10, sandedBy('level', 220)), spot(10)),
  },
  {
    id: 'holidays',
    asked: 'Missed spots?',
    after: { coats: ['paint', 'primer', 'clear', 'stain'] },
    fault: 'Missed spots',
    rescue: steps(work('Lay the missed spots', 10, [], { product: 'same', coat: 'same' })),
  },
  {
    id: 'lap-marks',
    asked: 'Lap marks where wet met dry?',
    after: { coats: ['paint', 'clear', 'stain', 'glaze'] },
    fault: 'Lap marks',
    rescue: { do: 'again' },
  },
  {
    id: 'nibs',
    asked: 'Dust and nibs under the hand?',
    after: { coats: ['paint', 'primer', 'clear'] },
    fault: 'Nibs',
    rescue: steps(work('Rub the nibs off, 320, dust off', 10, sandedBy('nibs', 320))),
  },
  {
    id: 'orange-peel',
    asked: 'Orange peel?',
    after: { coats: ['paint', 'clear', 'primer'], methods: ['spray', 'roll', 'aerosol'] },
    fault: 'Orange peel',
    rescue: { do: 'again' },
  },
  {
    id: 'overspray',
    asked: 'Overspray on what stays as it is?',
    after: { methods: ['spray', 'aerosol'] },
    fault: 'Overspray',
    rescue: steps(work('Take overspray off by hand, 220, tack off', 10, sandedBy('nibs', 220))),
  },
  {
    id: 'lifting',
    asked: 'Does anything lift, wrinkle or craze?',
    after: { coats: ['paint', 'primer', 'clear', 'glaze'] },
    fault: 'It lifts or wrinkles',
    rescue: { do: 'again' },
  },
  {
    id: 'blotchy',
    asked: 'Is the stain even?',
    after: { coats: ['stain'] },
    fault: 'Blotchy',
    rescue: { do: 'again' },
  },
  {
    id: 'match',
    asked: 'Do old and new wood match?',
    after: { coats: ['stain'] },
    fault: 'Parts differ',
    rescue: steps(work('One more layer on the paler part, unwiped', 10, [], { product: 'same', coat: 'same' })),
  },
  {
    id: 'toning',
    asked: 'Is the tone too strong, too orange, too red?',
    after: { coats: ['glaze', 'stain'] },
    fault: 'Too strong',
    rescue: steps(
      work('White toning wash, wiped', 15, [], { product: 'water-glaze', coat: 'stain', colour: '#efece4' }),
    ),
  },
  {
    id: 'chips',
    asked: 'Enough chips and rubbed edges, and not too many?',
    after: { acts: ['rub-wet'] },
    fault: 'Too few',
    rescue: steps(work('Rub the edges once more, 150, dust off', 20, sandedBy('edges', 150))),
  },
  {
    id: 'through-to-filler',
    asked: 'Rubbed through to filler or bare wood?',
    after: { sandings: ['level', 'dull', 'nibs', 'edges'] },
    fault: 'Rubbed through where it must not show',
    rescue: steps(
      work('Touch it in with an artist’s brush', 20, [], {
        product: 'shellac-primer',
        coat: 'primer',
        colour: '#e9e4d6',
        withoutShellac: { title: 'Touch it in with an artist’s brush', product: 'stain-blocker' },
      }),
    ),
  },
  {
    id: 'swirls',
    asked: 'Swirls from the sander?',
    after: { acts: ['abrade'] },
    fault: 'Swirls',
    rescue: steps(work('Sand again with new paper, one grit back, dust off', 10, sandedBy('smooth', 180, 220))),
  },
  {
    id: 'transfer',
    asked: 'Does the transfer stick everywhere?',
    after: { coats: ['sheet'] },
    fault: 'Not stuck somewhere',
    rescue: steps(work('Sheet back on, rub it down again', 10, [])),
  },
  {
    id: 'paper-edges',
    asked: 'Are all paper edges down?',
    after: { coats: ['sheet'] },
    fault: 'Edges lift',
    rescue: steps(work('Adhesive along the edges again', 10, [{ do: 'glue' }], { product: 'paper-adhesive' })),
  },
  {
    id: 'tack',
    asked: 'Dry? No tack, no mark from a fingernail where nobody sees it?',
    after: { coats: ['paint', 'primer', 'clear', 'oil', 'stain', 'glaze'] },
    fault: 'Still soft',
    rescue: steps(work('Look again whether it is hard', 5, [{ do: 'look' }], { wait_minutes: 240 })),
  },
  {
    id: 'wax-residue',
    asked: 'Wax build-up, streaks, a missed corner?',
    after: { coats: ['wax'] },
    fault: 'Streaks or build-up',
    rescue: steps(work('Clear wax over it, wipe and buff', 10, [{ do: 'wipe-off' }, { do: 'buff' }])),
  },
  {
    id: 'fittings',
    asked: 'Do all fittings match their neighbours?',
    after: { acts: ['attach'] },
    fault: 'A fitting differs',
    rescue: steps(work('Take the one off, clean or tone it, put it back', 20, [])),
  },
  {
    id: 'drawers',
    asked: 'Do drawers and doors run free?',
    after: { acts: ['attach'] },
    fault: 'Something binds or sticks',
    rescue: steps(work('Ease it and wax the runners', 15, [])),
  },
  {
    id: 'smell',
    asked: 'Does it smell?',
    after: { acts: ['wash', 'look'] },
    fault: 'It still smells',
    rescue: steps(work('Stand open in fresh air, then smell again', 10, [{ do: 'look' }], { wait_minutes: 1440 })),
  },
  {
    id: 'loose',
    asked: 'A loose moulding, crack or joint?',
    after: { isDry: true },
    fault: 'Something is loose',
    rescue: steps(work('Glue or pin it, clamp', 10, [{ do: 'glue' }], { product: 'wood-glue' })),
  },
];
export const lookById: ReadonlyMap<string, LookCheck> = new Map(LOOK_CHECKS.map((l) => [l.id, l]));

/** What to look for once a step is done, in the order of the table. */
export function looksAfter(step: Pick<RouteStep, 'coat' | 'acts' | 'method' | 'key' | 'product'>): LookCheck[] {
  return LOOK_CHECKS.filter(({ after }) => {
    if (after.coats && (step.coat === null || !after.coats.includes(step.coat))) return false;
    if (after.acts && !step.acts.some((a) => after.acts!.includes(a.do))) return false;
    if (after.methods && (step.method === null || !after.methods.includes(step.method))) return false;
    if (after.sandings && !after.sandings.includes(sandingOf(step)?.to ?? 'bare')) return false;
    if (after.isDry && step.product !== null) return false;
    return !after.first || step.key.endsWith('-1') || !/-\d+$/.test(step.key);
  });
}
