// Builds client, server and command line, unless nothing they are made of changed.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { digest, root, stateDir, stopWith } from './install.mjs';

const SOURCES = [
  'core/src',
  'contract/src',
  'cli/src',
  'server/src',
  'server/migrations',
  'server/vite.config.ts',
  'cli/vite.config.ts',
  'web/src',
  'web/public',
  'web/index.html',
  'web/vite.config.ts',
  'package-lock.json',
];
const OUTPUTS = ['web/dist/index.html', 'server/dist/main.js', 'cli/dist/mokume.js'];

export async function ensureBuilt() {
  const stamp = digest(SOURCES.flatMap(filesIn).flatMap((f) => [f, readFileSync(root + f)]));
  const file = `${stateDir}/build-stamp`;
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp && OUTPUTS.every((o) => existsSync(root + o))) return;
  console.log('Building…');
  await Promise.all(['web', 'server', 'cli'].map(build));
  mkdirSync(stateDir, { recursive: true });
  writeFileSync(file, stamp);
}

function filesIn(path) {
  if (!existsSync(root + path)) return [];
  const entries = path.includes('.') ? null : readdirSync(root + path, { withFileTypes: true });
  if (!entries) return [path];
  return entries
    .flatMap((e) => (e.isDirectory() ? filesIn(`${path}/${e.name}`) : [`${path}/${e.name}`]))
    .sort((a, b) => (a < b ? -1 : 1));
}

const build = (part) =>
  new Promise((resolve) => {
    const child = spawn('npx', ['vite', 'build', '--logLevel', 'warn', part], {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      // What is served is the same whoever asked for it; under a test runner it would be the slow development build.
      env: { ...process.env, NODE_ENV: 'production' },
    });
    child.on('exit', (code) => (code === 0 ? resolve() : stopWith(`Building ${part} failed; see the lines above.`)));
  });
