import { type Ask, type Instant, type Saying, type ShopPiece, sayFullDate, sayTime, PHASES } from '@app/core';

/** What a client sees of a piece: where it is on its way, the pictures, what is asked, when it can be fetched, its care. */
export type ClientPage = {
  readonly workshop: string;
  readonly piece: Pick<ShopPiece, 'name' | 'steps' | 'due' | 'promised'>;
  readonly colours: readonly string[];
  readonly ready: Instant | null;
  readonly care: readonly string[];
  readonly ask: Ask;
  /** Pictures with their words, as data: addresses, so that the page needs nothing else. */
  readonly photos: readonly { readonly src: string; readonly words: string }[];
  readonly saying: Saying;
  /** Where an answer is sent; null: the page is a file, and is answered by any messenger. */
  readonly answersTo: string | null;
};

const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c]!);

/** What went wrong, for somebody who has only a link. */
export const faultPage = (words: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Mokume</title><style>${STYLE}</style></head><body><main><p class="big" role="alert">${escaped(words)}</p></main></body></html>`;

/** One self-contained page: styles and pictures within, no script, nothing fetched. */
export function clientPage(p: ClientPage): string {
  const { piece, saying, ask } = p;
  const done = piece.steps.filter((s) => s.state.kind === 'done');
  const pickup =
    piece.promised && piece.due !== null
      ? `Pickup as agreed: ${sayTime(piece.due, saying)}`
      : p.ready === null
        ? ''
        : `Ready by about ${sayFullDate(p.ready, saying)}`;
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="robots" content="noindex"><title>${escaped(piece.name)}, ${escaped(p.workshop)}</title><style>${STYLE}</style></head>
<body><main>
<p class="shop">${escaped(p.workshop)}</p>
<h1>${escaped(piece.name)}</h1>
${strata(p)}
<p class="big">${done.length === piece.steps.length ? 'Finished' : `${done.length} of ${piece.steps.length} steps done`}${pickup === '' ? '' : `. ${escaped(pickup)}`}.</p>
${asked(p)}
${p.photos.map((x) => `<figure><img src="${x.src}" alt="${escaped(x.words)}"><figcaption>${escaped(x.words)}</figcaption></figure>`).join('\n')}
${p.care.length === 0 ? '' : `<h2>Care</h2><ul>${p.care.map((c) => `<li>${escaped(c)}</li>`).join('')}</ul>`}
<p class="small">As of ${escaped(sayTime(ask.at, saying))}.</p>
</main></body></html>
`;
}

function asked({ ask, answersTo, saying }: ClientPage): string {
  if (ask.question === '') return '';
  const question = `<h2>A question for you</h2><p class="big">${escaped(ask.question)}</p>`;
  if (ask.answer)
    return `${question}<p class="answered">Answered ${escaped(sayTime(ask.answer.at, saying))}: <strong>${escaped(ask.answer.choice)}</strong> ${escaped(ask.answer.words)}</p>`;
  if (answersTo === null)
    return `${question}${ask.choices.length === 0 ? '' : `<ol>${ask.choices.map((c) => `<li>${escaped(c)}</li>`).join('')}</ol>`}<p>Please answer this message${ask.choices.length === 0 ? '' : ' with the number or the word'}.</p>`;
  const taps = (ask.choices.length > 0 ? ask.choices : ['Answer']).map(
    (c) => `<button name="choice" value="${escaped(c)}">${escaped(c)}</button>`,
  );
  return `${question}<form method="post" action="${escaped(answersTo)}"><label>Something to add, or to ask back<textarea name="words" maxlength="500" rows="3"></textarea></label>${taps.join('')}</form>`;
}

/** The work as strata, the ones that are laid in the piece's colours, the rest still open. */
function strata({ piece, colours }: ClientPage): string {
  const phases = PHASES.filter((ph) => piece.steps.some((s) => s.phase === ph));
  const height = 14;
  const rows = phases.map((ph, i) => {
    const own = piece.steps.filter((s) => s.phase === ph);
    const share = own.filter((s) => s.state.kind === 'done').length / own.length;
    const y = (phases.length - 1 - i) * height;
    const fill = own.find((s) => s.coat !== null)?.colour ?? colours[0] ?? '#8a8f92';
    return `<rect x="0.5" y="${y + 0.5}" width="599" height="${height}" fill="none" stroke="#737b84"/><rect x="0.5" y="${y + 0.5}" width="${Math.round(599 * share)}" height="${height}" fill="${fill}" stroke="#737b84"/>`;
  });
  const tall = phases.length * height + 20;
  return `<svg viewBox="0 0 600 ${tall}" role="img" aria-label="How far it is">${rows.join('')}<rect x="0.5" y="${tall - 18}" width="599" height="16" fill="#b98d5a" stroke="#737b84"/></svg>`;
}

const STYLE = `body{margin:0;background:#eceff1;color:#1d2430;font:17px/1.5 system-ui,sans-serif}main{max-width:640px;margin:0 auto;padding:24px 16px}
.shop{color:#555e69;margin:0}h1{font-size:30px;line-height:1.15;margin:4px 0 16px}h2{font-size:19px;border-bottom:1px solid #c9ced2;padding-bottom:4px;margin:28px 0 8px}
svg{width:100%;height:auto;display:block}.big{font-size:20px}.small{color:#555e69;font-size:14px}figure{margin:20px 0}img{max-width:100%;display:block;border:1px solid #737b84}
figcaption{color:#555e69;font-size:15px}label{display:block}textarea{display:block;width:100%;box-sizing:border-box;font:inherit;margin:6px 0 12px;border:1px solid #737b84;background:#f7f8f9}
button{display:block;width:100%;min-height:52px;margin:0 0 10px;font:inherit;font-weight:600;background:#1d2430;color:#eceff1;border:0;border-radius:2px}.answered{border-left:4px solid #23796a;padding-left:12px}`;
