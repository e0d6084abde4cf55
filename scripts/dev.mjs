// npm run dev: the server from source (restarted on change) and the client with hot reload, on one PostgreSQL.
import { spawn } from 'node:child_process';
import { ensureModules, ensurePostgres, root, stateDir } from './lib/install.mjs';
import { startPostgres } from './lib/cluster.mjs';

ensurePostgres();
ensureModules();
const postgres = process.env.MOKUME_DATABASE_URL
  ? { url: process.env.MOKUME_DATABASE_URL, stop: async () => {} }
  : await startPostgres();
const env = {
  ...process.env,
  MOKUME_DATABASE_URL: postgres.url,
  MOKUME_STATE_DIR: stateDir,
  MOKUME_WEB_ROOT: `${root}web`,
};
const children = [
  spawn('npx', ['tsx', 'watch', 'server/src/main.ts'], { cwd: root, stdio: 'inherit', env }),
  spawn('npx', ['vite', 'web'], { cwd: root, stdio: 'inherit', env }),
];
process.on('SIGINT', () => {
  for (const c of children) c.kill('SIGTERM');
  void postgres.stop().then(() => process.exit(0));
});
