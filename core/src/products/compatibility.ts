import type { Product } from './product.ts';

/** What may and may not lie over or under a product, in words. Common practice; the route's conflicts check the same. */
export function compatibilityOf(p: Product): string[] {
  const words: string[] = [];
  if (p.family === 'wax' || p.family === 'metallic')
    words.push('Nothing but wax goes over it; take it off before paint, primer or film.');
  if (p.family === 'clear') words.push('Never over wax or oil.');
  if (p.family === 'oil') words.push('Only on bare wood or paint that drinks; nothing waterborne holds on it.');
  if (p.family === 'stain')
    words.push(
      p.base === 'oil'
        ? 'Only on bare wood; waterborne over it waits until it is dry through.'
        : 'Only on bare wood; raises the grain: smooth it before the clear coat.',
    );
  if (p.family === 'glaze')
    words.push('Over a ground dry through; over a paint that softens again only with a clear coat between.');
  if (p.reactivable) words.push('A watery glaze or a wet cloth takes it off until it is sealed.');
  if (p.ownSealer && p.family === 'paint') words.push('Needs no sealer; wax does not sink into it.');
  if (p.id === 'dark-wax') words.push('Only over clear wax, or it stains for good.');
  if (p.base === 'lacquer') words.push('Wrinkles paint under it.');
  if (p.family === 'primer' && p.base === 'alcohol')
    words.push('Goes over nearly everything and under nearly everything; not over wax.');
  return words;
}
