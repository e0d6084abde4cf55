// The command line: runs the prebuilt file, building it the first time.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { root } from './lib/install.mjs';

const file = `${root}cli/dist/mokume.js`;
if (!existsSync(file))
  spawnSync('npx', ['vite', 'build', '--logLevel', 'error', 'cli'], { cwd: root, stdio: ['ignore', 2, 2] });
process.exitCode = spawnSync(process.execPath, [file, ...process.argv.slice(2)], { stdio: 'inherit' }).status ?? 1;
