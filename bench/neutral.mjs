// The neutral benchmark: every instance of a folder (bench/instances unless named) solved by the command line for 1 and 10 s.
//   node bench/neutral.mjs [DIR]
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const dir = process.argv[2] ?? fileURLToPath(new URL('instances', import.meta.url));
const cli = fileURLToPath(new URL('../cli/dist/mokume.js', import.meta.url));
/** Proven optima, and what a quick prototype reached in 1 and 10 s. */
const KNOWN = {
  'tiny-1': [264850],
  'tiny-2': [346315],
  'knot-1': [60575],
  'knot-2': [312555],
  'small-1': [120645, 127360, 125045],
  'small-2': [358665, 1120045, 1083775],
  'medium-1': [null, 7295390, 6944350],
  'medium-2': [null, 7016215, 2379510],
  'large-1': [null, 42715615, 34549765],
  'large-2': [null, 77026155, 62713655],
  'huge-1': [null, 56399185, 56093840],
  'huge-2': [null, 54332610, 51155915],
  ft06: [275],
  la01: [3330],
  ft10: [4650],
};
const ratio = (cost, base) => (base ? (cost / base).toFixed(3) : '');
console.log(
  '| instance | first plan | ms | 1 s | 10 s | best known | 10 s / best | 1 s / prototype | 10 s / prototype |',
);
console.log('| --- | --- | --- | --- | --- | --- | --- | --- | --- |');
for (const file of readdirSync(dir)
  .filter((f) => f.endsWith('.json'))
  .sort()) {
  const name = file.replace('.json', '');
  const run = (seconds) => {
    const out = spawnSync(
      process.execPath,
      [cli, 'solve', '--seconds', String(seconds), join(dir, file), join(tmpdir(), 'plan.json')],
      { encoding: 'utf8' },
    );
    const first = /first plan (\d+) in ([\d.]+) ms/.exec(out.stderr);
    return { cost: Number(/cost (\d+)/.exec(out.stderr)?.[1]), first: first?.[1], ms: first?.[2] };
  };
  const [one, ten] = [run(1.35), run(10.35)];
  const [best, p1, p10] = KNOWN[name] ?? [];
  console.log(
    `| ${name} | ${one.first} | ${one.ms} | ${one.cost} | ${ten.cost} | ${best ?? ''} | ${ratio(ten.cost, best)} | ${ratio(one.cost, p1)} | ${ratio(ten.cost, p10)} |`,
  );
}
