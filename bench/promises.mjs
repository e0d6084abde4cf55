// How soon a new piece says how sure each date is, in the browser, in a shop of some size. node bench/promises.mjs ADDRESS NAME…
import { promised, sizeOf, visitor } from './visitor.mjs';

const [address, ...names] = process.argv.slice(2);
console.log('| a new piece, in the browser | threads | first answer | all rehearsals |\n| --- | --- | --- | --- |');
for (const name of names) {
  const { browser, page } = await visitor(address, name);
  const runs = [];
  for (let n = 0; n < 5; n++) runs.push(await promised(page, address, 2000));
  const middle = (k) =>
    runs
      .map((r) => r[k])
      .sort((a, b) => a - b)[2]
      .toFixed(0);
  const threads = await page.evaluate(() => navigator.hardwareConcurrency);
  console.log(
    `| ${await sizeOf(page, address)} | ${threads} | ${middle('first')} ms | ${runs[0].count} in ${middle('all')} ms |`,
  );
  await browser.close();
}
