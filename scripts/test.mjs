// npm test: everything. Installs what is missing first, as npm start does, and ends with how many checks passed.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { ensureChromium, ensureModules, ensurePostgres, requireNode, root, stateDir } from './lib/install.mjs';

requireNode();
ensurePostgres();
ensureChromium();
ensureModules();

const reports = `${stateDir}/reports`;
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });
const unitReport = `${reports}/unit.json`;
const e2eReport = `${reports}/e2e.json`;
const vitest = ['npx', 'vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile=${unitReport}`];
const npm = (script) => ['npm', 'run', '--silent', script];
// Those that only read the sources run side by side; lint plants wrong imports among them and goes alone.
const STEPS = [
  [
    { name: 'format', run: npm('format:check') },
    { name: 'types', run: npm('types') },
    { name: 'unused', run: npm('unused') },
  ],
  [{ name: 'lint', run: npm('lint') }],
  [{ name: 'unit and database', run: vitest }],
  [{ name: 'browser', run: ['node', 'scripts/e2e.mjs', '--reporter=line,json'] }],
];

/** @type {string[]} */
const failed = [];
for (const together of STEPS) await Promise.all(together.map(check));

async function check({ name, run: [command, ...args] }) {
  const started = Date.now();
  const env = { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: e2eReport };
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'], env });
  const status = await new Promise((resolve) => child.on('exit', resolve).on('error', () => resolve(1)));
  console.log(`${status === 0 ? 'passed' : 'FAILED'}: ${name}, ${Math.round((Date.now() - started) / 1000)} s`);
  if (status !== 0) failed.push(name);
}

const unit = report(unitReport);
const browser = report(e2eReport)?.stats;
const passed = (unit?.numPassedTests ?? 0) + (browser?.expected ?? 0);
const broken = (unit?.numFailedTests ?? 0) + (browser?.unexpected ?? 0);
if (failed.length > 0) console.error(`\nNot green: ${failed.join(', ')}.`);
// Said again at the end, where whoever keeps only the end of the output still finds it.
for (const { name, words } of [...failuresOf(unit), ...failuresOfBrowser(report(e2eReport)?.suites)])
  console.error(`\n✗ ${name}\n  ${words.split('\n').slice(0, 12).join('\n  ')}`);
console.log(`${passed} passed, ${Math.max(broken, failed.length)} failed`);
process.exitCode = failed.length > 0 || passed === 0 ? 1 : 0;

function failuresOf(report) {
  return (report?.testResults ?? [])
    .flatMap((file) => file.assertionResults)
    .filter((t) => t.status === 'failed')
    .map((t) => ({ name: t.fullName, words: t.failureMessages.join('\n') }));
}

function failuresOfBrowser(suites = []) {
  return suites.flatMap((s) => [
    ...failuresOfBrowser(s.suites),
    ...s.specs
      .filter((spec) => !spec.ok)
      .map((spec) => {
        const errors = spec.tests.flatMap((t) => t.results).flatMap((r) => r.errors);
        return { name: `${s.file}: ${spec.title}`, words: errors.map((e) => e.message).join('\n') };
      }),
  ]);
}

function report(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}
