import { readFileSync } from 'node:fs';
import { solveNeutral } from '../core/src/neutral/solve.ts';
const [evals, ...names] = process.argv.slice(2);
for (const n of names) {
  const inst = JSON.parse(readFileSync(`/work/shared/bench/instances/${n}.json`, 'utf8'));
  const t = process.cpuUsage().user;
  const out = solveNeutral(inst, { seed: Number(process.env['SEED'] ?? 1), evaluations: Number(evals), isOver: () => false });
  console.log(n, out.cost, out.evaluations, ((process.cpuUsage().user - t) / 1e6).toFixed(1) + 's cpu');
}
