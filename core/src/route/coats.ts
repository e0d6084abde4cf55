import { isPale, isSheer, readColour } from '../colour/colour.ts';
import type { Brief, Survey } from './piece.ts';

/** What goes under the paint and why; null product: none. */
export type Priming = { readonly product: string | null; readonly coats: number; readonly reason: string };

const isDarkGround = (s: Survey) =>
  s.finish === 'dark-paint' || s.finish === 'varnish' || s.wood === 'red-wood' || s.wood === 'hardwood';
const isSlick = (s: Survey) => s.finish === 'foil' || s.wood === 'laminate';

/**
 * Prime or not, with what, how many coats. The strongest reason decides.
 * Source: common practice; the brief may overrule, and the reason then says what is risked.
 */
export function primingFor(survey: Survey, brief: Brief): Priming {
  const needed = primingNeeded(survey, brief);
  if (brief.prime === 'no') {
    const risk =
      needed.product === null
        ? 'The brief asks for none, and nothing here needs it.'
        : `The brief asks for none. At risk: ${lowerFirst(needed.reason)}`;
    return { product: null, coats: 0, reason: risk };
  }
  if (brief.prime === 'yes' && needed.product === null)
    return {
      product: 'stain-blocker',
      coats: 1,
      reason: 'The brief asks for a primer: an even ground and one coat of paint fewer to worry about.',
    };
  return needed;
}

function primingNeeded(survey: Survey, brief: Brief): Priming {
  const pale = isPale(readColour(brief.body.hex));
  const has = (f: Survey['findings'][number]) => survey.findings.includes(f);
  if (has('odour'))
    return {
      product: 'shellac-primer',
      coats: 2,
      reason: 'Odour: shellac seals it in; a missed patch still smells, so two coats everywhere.',
    };
  if (has('bleeds'))
    return {
      product: 'shellac-primer',
      coats: 2,
      reason: 'Dye comes off on the rag: shellac holds it back, two coats on a bleeder.',
    };
  if (has('knots') && pale)
    return {
      product: 'shellac-primer',
      coats: 2,
      reason: 'Knots under a pale colour: two coats of shellac primer, or yellow rings come through.',
    };
  if (survey.wood === 'red-wood' && survey.finish !== 'dark-paint' && survey.finish !== 'pale-paint')
    return {
      product: 'shellac-primer',
      coats: pale ? 2 : 1,
      reason: 'Red or tannin-rich wood bleeds through waterborne paint: shellac blocks it best.',
    };
  if (isSlick(survey))
    return { product: 'bonding-primer', coats: 1, reason: 'Slick surface: paint needs a bonding primer to hold.' };
  if (has('knots'))
    return {
      product: 'shellac-primer',
      coats: 1,
      reason: 'Knots: one coat of shellac primer is enough under a strong colour.',
    };
  if (pale && isDarkGround(survey))
    return {
      product: 'stain-blocker',
      coats: 1,
      reason: 'Pale over dark: a stain-blocking primer saves one or two coats of paint.',
    };
  if (has('gouges') && survey.finish !== 'raw')
    return {
      product: 'stain-blocker',
      coats: 1,
      reason: 'Filled patches beside old finish drink paint unevenly: prime so they do not show.',
    };
  return { product: null, coats: 0, reason: 'Nothing here needs a primer: the paint holds on a scuffed surface.' };
}

/** How many coats of paint hide the ground, and why. Source: common practice. */
export function paintCoatsFor(
  survey: Survey,
  hex: string,
  primed: boolean,
  sprayed: boolean,
): { readonly coats: number; readonly reason: string } {
  const colour = readColour(hex);
  if (isSheer(colour)) return { coats: 4, reason: 'Yellows and clean reds hide badly: four coats.' };
  if (!primed && isDarkGround(survey) && colour.lightness >= 88)
    return { coats: 4, reason: 'White over dark without primer: four coats.' };
  if (!primed && isDarkGround(survey) && isPale(colour))
    return { coats: 3, reason: 'Light over dark without primer: three coats.' };
  if (sprayed) return { coats: 3, reason: 'Sprayed coats are thin: three.' };
  return { coats: 2, reason: primed ? 'Two coats over primer.' : 'Two coats: the colour hides this ground.' };
}

const lowerFirst = (s: string) => s.charAt(0).toLowerCase() + s.slice(1);
