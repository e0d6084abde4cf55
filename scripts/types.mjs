// Type-checks every part with its own libs, two at a time. Those that have the same are one program, since each reads the core
// anew: contract and command line with the server, browser tests with the page; what
// lies beside those is for editors.
import { spawn } from 'node:child_process';
import { root } from './lib/install.mjs';

const PROJECTS = ['web', 'server', 'core/tsconfig.test.json', 'core/tsconfig.json', 'web/sw'];
let failed = false;
const check = (project) =>
  new Promise((resolve) => {
    spawn(`${root}node_modules/.bin/tsc`, ['-p', project], { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] }).on(
      'exit',
      (code) => {
        if (code !== 0) failed = true;
        resolve();
      },
    );
  });
const queue = [...PROJECTS];
const worker = async () => {
  for (let next = queue.shift(); next; next = queue.shift()) await check(next);
};
await Promise.all([worker(), worker()]);
process.exitCode = failed ? 1 : 0;
