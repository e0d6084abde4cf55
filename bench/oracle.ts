// Solves the tiny cases of core/test/fixtures/oracleCases.ts to proof with a general constraint solver (Debian: minizinc and
// Gecode) and writes their optima beside them. Only for making the file; the tests need no solver.
//   node --import tsx bench/oracle.ts
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Problem, Stage } from '@app/core';
import { CASE_DAYS, CASES, oracleCase } from '../core/test/fixtures/oracleCases.ts';

const DAY = 288;
const SHIFT = 96;
const slots = (minutes: number) => Math.ceil(minutes / 5);

/** The case as a constraint model over five-minute slots from Monday 9:00, written without any of the planner's code. */
function model(problem: Problem): string {
  const steps = problem.pieces.flatMap((p) => p.steps.map((s) => ({ ...s, piece: p })));
  const stage = (product: string | null, s: Stage) =>
    product === null ? 0 : slots(problem.products.find((x) => x.id === product)!.stages_minutes[s]);
  const n = steps.length;
  const lines = ['include "cumulative.mzn";'];
  const horizon = CASE_DAYS * DAY;
  steps.forEach((s, i) => {
    const d = slots(s.work_minutes);
    // Monday to Friday, nine to five, in one go.
    const days = Array.from({ length: CASE_DAYS }, (_, k) => `${k * DAY}..${k * DAY + SHIFT - d}`).join(' union ');
    lines.push(`var 0..${horizon}: s${i}; constraint s${i} in ${days};`);
    lines.push(`var 1..${problem.people.length}: w${i};`);
  });
  const end = (i: number) => `(s${i} + ${slots(steps[i]!.work_minutes)})`;
  const index = new Map(steps.map((s, i) => [s.id, i]));
  steps.forEach((s, i) => {
    for (const l of s.after) {
      const j = index.get(l.step)!;
      lines.push(`constraint s${i} >= ${end(j)} + ${l.from === 'end' ? 0 : stage(steps[j]!.product, l.from)};`);
    }
  });
  const apart = (a: string, b: string) => `(${a} \\/ ${b})`;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      const [a, b] = [steps[i]!, steps[j]!];
      const [before, behind] = [`${end(i)} <= s${j}`, `${end(j)} <= s${i}`];
      lines.push(`constraint w${i} != w${j} \\/ ${apart(before, behind)};`);
      if (a.piece === b.piece) lines.push(`constraint ${apart(before, behind)};`);
      // No dust beside wet paint on the bench, nor on a piece with a wet coat until it can be handled.
      for (const [d, w, di, wi] of [
        [a, b, i, j],
        [b, a, j, i],
      ] as const) {
        if (!d.dusty || w.product === null) continue;
        const until = stage(w.product, d.piece === w.piece ? 'handle' : 'touch');
        lines.push(`constraint ${apart(`${end(di)} <= s${wi}`, `${end(wi)} + ${until} <= s${di}`)};`);
      }
    }
  const onBench = steps.map((s, i) => ({ s, i })).filter((x) => x.s.needs.length > 0);
  // A piece stands on the bench once: until it can be handled, or until the next coat is laid where it stands.
  const stays = onBench.map(({ s, i }) => {
    const dry = `${end(i)} + ${stage(s.product, 'handle')}`;
    const next = onBench.find((x) => x.s.after.some((l) => l.step === s.id));
    lines.push(`var 0..${horizon}: b${i} = ${next ? `min(${dry}, s${next.i})` : dry} - s${i};`);
    return `b${i}`;
  });
  const capacity = problem.stations.find((x) => x.id === 'bench')!.capacity;
  lines.push(
    `constraint cumulative([${onBench.map((x) => `s${x.i}`).join()}], [${stays.join()}], [${onBench.map(() => 1).join()}], ${capacity});`,
  );
  problem.pieces.forEach((p, k) => {
    const ends = steps.map((s, i) => ({ s, i })).filter((x) => x.s.piece === p);
    lines.push(
      `var 0..${horizon * 3}: r${k} = max([${ends.map((x) => `${end(x.i)} + ${stage(x.s.product, 'travel')}`).join(', ')}]);`,
    );
  });
  const cost = problem.pieces.map((p, k) =>
    p.due === null ? `r${k}` : `${p.weight} * max(0, r${k} - ${Math.round((p.due - problem.now) / 5)})`,
  );
  lines.push(`var int: cost = ${cost.join(' + ')};`, 'solve minimize cost;', 'output ["\\(cost)"];');
  return lines.join('\n');
}

const optima: Record<string, number> = {};
for (let seed = 1; seed <= CASES; seed++) {
  const file = join(tmpdir(), `oracle-${seed}.mzn`);
  writeFileSync(file, model(oracleCase(seed)));
  const out = execFileSync('minizinc', ['--solver', 'gecode', '--time-limit', '60000', file], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  const proved = out.includes('==========');
  const last = out
    .split('\n')
    .filter((l) => /^\d+$/.test(l))
    .at(-1);
  console.log(`case ${seed}: ${last ?? 'nothing'}${proved ? ', proved' : ', not proved: left out'}`);
  if (proved && last !== undefined) optima[seed] = Number(last) * 5;
}
writeFileSync(new URL('../core/test/fixtures/oracle.json', import.meta.url), `${JSON.stringify(optima, null, 2)}\n`);
