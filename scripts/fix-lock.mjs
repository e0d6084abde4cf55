const n = (f) => Number(execFileSync('id', [f, 'postgres'], { encoding: 'utf8' }));
const who = process.getuid() === 0 ? { uid: n('-u'), gid: n('-g') } : {};      // chown pgDir and the pw file to who
const opt = { ...who, cwd: pgDir, env: { PATH: process.env.PATH, LC_ALL: 'C.UTF-8', HOME: pgDir } }; // cwd must be reachable by postgres
spawnSync(bin + '/initdb', ['-D', data, '-U', 'app', '-E', 'UTF8', '--locale=C.UTF-8', '--auth=scram-sha-256', '--pwfile=' + pwFile, '--data-checksums', '--no-instructions'], opt);
spawn(bin + '/postgres', ['-D', data, '-p', port, '-c', 'listen_addresses=127.0.0.1', '-c', 'unix_socket_directories='], { ...opt, detached: true, stdio: ['ignore', 'ignore', 'pipe'] });
```
```js
import { readFileSync, writeFileSync } from 'node:fs';
const f = 'package-lock.json', lock = JSON.parse(readFileSync(f, 'utf8')), P = lock.packages;
const find = (from, name) => { let p = from; for (;;) { const k = (p ? p + '/' : '') + 'node_modules/' + name; if (P[k]) return k; if (!p) return null; const i = p.lastIndexOf('node_modules/'); p = i <= 0 ? '' : p.slice(0, i - 1); } };
for (const [k, v] of Object.entries({ ...P })) for (const [name, ver] of Object.entries(v.optionalDependencies ?? {})) {
  if (find(k, name) || !/^\d+\.\d+\.\d+[\w.-]*$/.test(ver)) continue;
