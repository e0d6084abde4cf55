// npm run mutants [-- WORDS]: puts each fault of lib/mutants.mjs in, one at a time, in a copy of the sources, and runs the tests
// that should notice. Prints a table; ends with 1 when more than one in twenty survives. Takes ten to twenty minutes.
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { ensureModules, ensurePostgres, root, stateDir } from './lib/install.mjs';
import { MUTANTS } from './lib/mutants.mjs';

ensurePostgres();
ensureModules();
const words = process.argv.slice(2);
const chosen = MUTANTS.filter((m) => words.length === 0 || words.some((w) => `${m.file} ${m.fault}`.includes(w)));
const COPIED = [
  'core',
  'contract',
  'cli',
  'server',
  'web',
  'scripts',
  'bench',
  'docs',
  'package.json',
  'vitest.config.ts',
  'tsconfig.base.json',
];
const SHARE = 0.05;

/** A copy to spoil, with the packages of the original. */
function copyOf(name) {
  const dir = `${stateDir}/mutants/${name}/`;
  rmSync(dir, { recursive: true, force: true });
  mkdirSync(dir, { recursive: true });
  for (const part of COPIED) cpSync(root + part, dir + part, { recursive: true, filter: (f) => !f.endsWith('/dist') });
  symlinkSync(`${root}node_modules`, `${dir}node_modules`);
  return dir;
}

const run = (dir, args) =>
  new Promise((resolve) => {
    const child = spawn('npx', ['vitest', 'run', '--bail=1', '--maxWorkers=1', '--reporter=dot', ...args], {
      cwd: dir,
      stdio: 'ignore',
    });
    child.on('exit', (code) => resolve(code === 0));
  });

async function judge(dir, m) {
  const text = readFileSync(dir + m.file, 'utf8');
  if (text.split(m.find).length !== 2) return 'not found once';
  writeFileSync(
    dir + m.file,
    text.replace(m.find, () => m.to),
  );
  try {
    // The likeliest test first, by itself: most faults need no other.
    const [first, ...others] = m.tests;
    const survives = (await run(dir, [first])) && (others.length === 0 || (await run(dir, others)));
    return survives ? 'survived' : 'killed';
  } finally {
    writeFileSync(dir + m.file, text);
  }
}

// Packages of the workspace are links into the original: in a copy they must lead to the copy.
function ownPackages(dir) {
  rmSync(`${dir}node_modules`);
  mkdirSync(`${dir}node_modules`);
  for (const name of spawnSync('ls', ['-A', `${root}node_modules`], { encoding: 'utf8' })
    .stdout.trim()
    .split('\n'))
    if (name !== '@app') symlinkSync(`${root}node_modules/${name}`, `${dir}node_modules/${name}`);
  mkdirSync(`${dir}node_modules/@app`);
  for (const part of ['core', 'contract', 'cli', 'server', 'web'])
    symlinkSync(dir + part, `${dir}node_modules/@app/${part}`);
}

/** A copy that fails before anything is spoiled would call every fault killed. */
async function mustBeSound(dir) {
  if (await run(dir, [...new Set(chosen.flatMap((m) => m.tests))])) return;
  console.error('The tests fail without any fault. Mend them first (npm test), then try again.');
  process.exit(1);
}

const queue = chosen.map((m, k) => ({ m, k }));
const verdicts = [];
async function work(name) {
  const dir = copyOf(name);
  ownPackages(dir);
  if (name === 'one') await mustBeSound(dir);
  for (let next = queue.shift(); next; next = queue.shift()) {
    const verdict = await judge(dir, next.m);
    verdicts[next.k] = verdict;
    process.stderr.write(`${verdict}: ${next.m.fault}\n`);
  }
  rmSync(dir, { recursive: true, force: true });
}
await Promise.all([work('one'), work('two')]);

console.log('| fault | file | verdict |\n| --- | --- | --- |');
chosen.forEach((m, k) => console.log(`| ${m.fault} | ${m.file} | ${verdicts[k]} |`));
const alive = verdicts.filter((v) => v !== 'killed').length;
console.log(`\n${chosen.length - alive} of ${chosen.length} killed, ${alive} survived.`);
process.exitCode = alive > chosen.length * SHARE ? 1 : 0;
