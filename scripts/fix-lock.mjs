// Run once after package-lock.json is first made: registries that lack builds for foreign platforms make npm drop
// those optional packages from the lock, and `npm ci` then refuses it. This puts the missing entries back as stubs.
import { readFileSync, writeFileSync } from 'node:fs';

const file = 'package-lock.json';
const lock = JSON.parse(readFileSync(file, 'utf8'));
const packages = lock.packages;
const SYSTEMS = ['android', 'darwin', 'freebsd', 'openbsd', 'netbsd', 'sunos', 'aix', 'win32', 'openharmony', 'linux'];
const PROCESSORS = ['arm64', 'x64', 'ia32', 'ppc64', 'riscv64', 's390x', 'loong64', 'wasm32', 'arm'];

function find(from, name) {
  let path = from;
  for (;;) {
    const key = `${path ? `${path}/` : ''}node_modules/${name}`;
    if (packages[key]) return key;
    if (!path) return null;
    const i = path.lastIndexOf('node_modules/');
    path = i <= 0 ? '' : path.slice(0, i - 1);
  }
}

for (const [key, entry] of Object.entries({ ...packages }))
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    if (find(key, name) || !/^\d+\.\d+\.\d+[\w.-]*$/.test(version)) continue;
    const os = SYSTEMS.find((o) => name.includes(o));
    const cpu = PROCESSORS.find((c) => name.includes(c));
    packages[`node_modules/${name}`] = {
      version,
      ...(cpu && { cpu: [cpu] }),
      ...(entry.dev && { dev: true }),
      ...(name.endsWith('musl') && { libc: ['musl'] }),
      optional: true,
      ...(os && { os: [os] }),
    };
  }
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
