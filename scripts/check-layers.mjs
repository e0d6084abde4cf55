// Holds the matrix of layers.mjs: every import of every source file must be allowed by its folder's row. Then a check of
// the check: for each cell that is not allowed an import is planted, static, dynamic and re-exported, and must be refused;
// and each allowance must be used, or it is a hole nobody needs.
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { posix } from 'node:path';
import { parseSync } from 'oxc-parser';
import { root } from './lib/install.mjs';
import { DOORS, MATRIX } from './lib/layers.mjs';

const ROOMS = Object.keys(MATRIX).sort((a, b) => b.length - a.length);
const roomOf = (file) => ROOMS.find((r) => file.startsWith(`${r}/`)) ?? null;

/** What a file imports: each specifier, and whether only types of it. */
function importsOf(file, text) {
  const { module } = parseSync(file, text);
  const all = [];
  for (const i of module.staticImports)
    all.push([i.moduleRequest.value, i.entries.length > 0 && i.entries.every((e) => e.isType)]);
  for (const e of module.staticExports)
    for (const x of e.entries) if (x.moduleRequest) all.push([x.moduleRequest.value, x.isType]);
  for (const d of module.dynamicImports)
    all.push([text.slice(d.moduleRequest.start, d.moduleRequest.end).replace(/^['"`]|['"`]$/g, ''), false]);
  return all;
}

/** Why a file may not import what it does, in words; used allowances are noted in `used`. */
function faultsOf(file, text, used = new Set()) {
  const from = roomOf(file);
  if (!from) return [`${file} lies in no room of scripts/lib/layers.mjs; give its folder a row.`];
  const { rooms, packages } = MATRIX[from];
  return importsOf(file, text).flatMap(([specifier, isType]) => {
    const isOwn = specifier.startsWith('.');
    const to = isOwn
      ? roomOf(posix.normalize(posix.join(posix.dirname(file), specifier)))
      : (DOORS[specifier] ?? specifier);
    if (isOwn && to === from) return [];
    const list = isOwn || DOORS[specifier] ? rooms : packages;
    const allowed = list.includes(to) ? to : isType && list.includes(`type:${to}`) ? `type:${to}` : null;
    if (allowed === null)
      return [
        `${file} imports ${specifier}; ${from} may not use ${list.includes(`type:${to}`) ? `more than types of ${to}` : (to ?? 'a file outside of every room')}.`,
      ];
    used.add(`${from} > ${allowed}`);
    return [];
  });
}

const files = execFileSync(
  'git',
  ['ls-files', '-co', '--exclude-standard', ...new Set(ROOMS.map((r) => r.split('/').slice(0, 2).join('/')))],
  { cwd: root, encoding: 'utf8' },
)
  .trim()
  .split('\n')
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$/.test(f) && existsSync(root + f));
const faults = [];
const used = new Set();
for (const f of files) faults.push(...faultsOf(f, readFileSync(root + f, 'utf8'), used));

let cells = 0;
const plant = (from, specifier, isTypeAllowed) => {
  const file = `${from}/planted.ts`;
  const ways = [
    `import { x } from '${specifier}';`,
    `export const x = () => import('${specifier}');`,
    `export * from '${specifier}';`,
  ];
  if (!isTypeAllowed) ways.push(`import type { X } from '${specifier}';`);
  for (const text of ways) {
    cells++;
    if (faultsOf(file, text).length === 0) faults.push(`The check let this pass in ${from}: ${text}`);
  }
};
const relative = (from, to) => {
  const path = posix.relative(from, `${to}/x.ts`);
  return path.startsWith('.') ? path : `./${path}`;
};
const packages = [...new Set(Object.values(MATRIX).flatMap((r) => r.packages.map((p) => p.replace(/^type:/, ''))))];
for (const [from, row] of Object.entries(MATRIX)) {
  for (const to of ROOMS)
    if (to !== from && !row.rooms.includes(to)) plant(from, relative(from, to), row.rooms.includes(`type:${to}`));
  for (const [name, to] of Object.entries(DOORS))
    if (!row.rooms.includes(to)) plant(from, name, row.rooms.includes(`type:${to}`));
  for (const p of [...packages, '@app/server', '@app/web', '@app/core/src/index.ts', 'left-pad'])
    if (!row.packages.includes(p)) plant(from, p, row.packages.includes(`type:${p}`));
  for (const allowed of [...row.rooms, ...row.packages])
    if (!used.has(`${from} > ${allowed}`))
      faults.push(`${from} may use ${allowed} and does not; take it out of the matrix.`);
}

// What lint alone watches over: the clock and chance are parameters in core, and no `any` anywhere.
const PLANTS = [
  ['core/src/planner/build/planted.ts', 'export const x = () => Date.now();\n'],
  ['core/src/planner/build/planted.ts', 'export const x = () => Math.random();\n'],
  ['core/src/planner/build/planted.ts', 'export const x = () => fetch("x");\n'],
  ['core/src/planner/build/planted.ts', "export const x = (k: 'a' | 'b') => { switch (k) { case 'a': return 1; } };\n"],
];
for (const [file, text] of PLANTS) {
  writeFileSync(root + file, text);
  try {
    if (spawnSync('npx', ['oxlint', '--type-aware', file], { cwd: root }).status === 0)
      faults.push(`Lint let this pass in ${file}: ${text}`);
  } finally {
    rmSync(root + file);
  }
}

for (const f of faults) console.error(f);
if (faults.length === 0)
  console.log(`Layers hold: ${files.length} files, ${ROOMS.length} rooms, ${cells} planted imports refused.`);
process.exitCode = faults.length > 0 ? 1 : 0;
