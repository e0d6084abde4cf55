import type { Product } from '../../products/product.ts';
import type { RouteStep } from '../piece.ts';
import type { RouteEdit } from './routeEdit.ts';

/** A change in words, as the painter would say it. `steps` are those of the built and the changed route. */
export function sayEdit(e: RouteEdit, steps: readonly RouteStep[], products: ReadonlyMap<string, Product>): string {
  const named = (key: string | null) => {
    const title = steps.find((s) => s.key === key)?.title;
    return key === null ? 'the start' : title ? `“${title}”` : `a step (${key})`;
  };
  const product = (id: string) => products.get(id)?.name ?? id;
  switch (e.op) {
    case 'strike':
      return `Left out ${named(e.step)}: ${e.why}`;
    case 'add':
      return `Added “${e.step.title}” after ${named(e.after)}`;
    case 'move':
      return `Moved ${named(e.step)} behind ${named(e.after)}`;
    case 'product':
      return `${product(e.product)} for ${named(e.step)}`;
    case 'can':
      return `${product(e.product)} ${e.colour} from a can of its own for ${named(e.step)}`;
    case 'zones':
      return `${named(e.step)} done on a part of it only`;
    case 'method':
      return `${named(e.step)} by ${e.method}`;
    case 'film':
      return `${named(e.step)} laid ${sayFilm(e.thickness)}`;
    case 'coats':
      return `${e.count} ${e.count === 1 ? 'coat' : 'coats'} of ${sayCoats(e.series)}`;
    case 'minutes':
      return `${e.minutes} min for ${named(e.step)}`;
    case 'split':
      return `${named(e.step)} split for two people`;
    case 'wait':
      return `At least ${sayWait(e.minutes)} before ${named(e.step)}`;
    case 'hold':
      return `${e.title} before ${named(e.before)}`;
    case 'redo':
      return `${named(e.step)} failed and is done again`;
    case 'block':
      return `Bleed-through after ${named(e.step)}: primer again`;
  }
}

/** How a coat is laid, in a word. */
export const sayFilm = (thickness: number) => (thickness < 1 ? 'thin' : thickness > 1 ? 'thick' : 'as usual');

const sayWait = (minutes: number) => (minutes % 60 === 0 ? `${minutes / 60} h` : `${minutes} min`);

/** A series in words: `paint-top` is paint on the top. */
export const sayCoats = (series: string) => {
  const [kind = series, where] = series.split('-');
  const what = { prime: 'primer', clear: 'clear coat', wax: 'wax', oil: 'oil', wash: 'wash' }[kind] ?? kind;
  return where && where !== 'body' ? `${what} (${where})` : what;
};
