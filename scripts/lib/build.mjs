// Builds client, server and command line, unless nothing they are made of changed.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { digest, root, stopWith } from './install.mjs';

const SOURCES = [
  'core/src',
  'contract/src',
  'cli/src',
  'server/src',
  'server/migrations',
  'server/vite.config.ts',
  'cli/vite.config.ts',
  'web/src',
  'web/sw',
  'web/public',
  'web/index.html',
  'web/vite.config.ts',
  'package-lock.json',
];
const OUTPUTS = ['web/dist', 'server/dist', 'cli/dist'];
const MANIFEST = `${root}.mokume/build.json`;

/**
 * Builds when a source changed since, or a built file is missing or not as it was built.
 * @param {(() => Promise<void>)[]} running where what ends the build is put while it runs
 */
export async function ensureBuilt(running = []) {
  const sources = digest(SOURCES.flatMap(filesIn).flatMap((f) => [f, readFileSync(root + f)]));
  if (isAsBuilt(sources)) return;
  console.log('Building…');
  const children = ['web', 'server', 'cli'].map(build);
  let isEnded = false;
  const end = async () => {
    isEnded = true;
    for (const { child } of children) child.kill('SIGTERM');
    await Promise.all(children.map(({ done }) => done));
  };
  running.push(end);
  const codes = await Promise.all(children.map(({ done }) => done));
  if (isEnded) return;
  running.splice(running.indexOf(end), 1);
  const failed = ['web', 'server', 'cli'].filter((_, i) => codes[i] !== 0);
  if (failed.length > 0) stopWith(`Building ${failed.join(' and ')} failed; see the lines above.`);
  mkdirSync(`${root}.mokume`, { recursive: true });
  writeFileSync(MANIFEST, JSON.stringify({ sources, outputs: outputs() }));
}

const outputs = () => Object.fromEntries(OUTPUTS.flatMap(filesIn).map((f) => [f, digest([readFileSync(root + f)])]));

/** Whether what was built is of these sources, and all there as it was built. */
function isAsBuilt(sources) {
  try {
    const built = JSON.parse(readFileSync(MANIFEST, 'utf8'));
    return built.sources === sources && JSON.stringify(built.outputs) === JSON.stringify(outputs());
  } catch {
    return false;
  }
}

function filesIn(path) {
  if (!existsSync(root + path)) return [];
  const entries = statSync(root + path).isFile() ? null : readdirSync(root + path, { withFileTypes: true });
  if (!entries) return [path];
  return entries
    .flatMap((e) => (e.isDirectory() ? filesIn(`${path}/${e.name}`) : [`${path}/${e.name}`]))
    .sort((a, b) => (a < b ? -1 : 1));
}

function build(part) {
  const child = spawn('npx', ['vite', 'build', '--logLevel', 'warn', part], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    // What is served is the same whoever asked for it; under a test runner it would be the slow development build.
    env: { ...process.env, NODE_ENV: 'production' },
  });
  return { child, done: new Promise((resolve) => child.once('exit', resolve)) };
}
