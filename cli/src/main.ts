import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { isMainThread } from 'node:worker_threads';
import { help, startHelper } from './helper.ts';
import { solveCommand } from './solve.ts';

// npm run --silent mokume -- route|plan|verify < in.json > out.json
// npm run --silent mokume -- solve --seconds S [--seed N] INSTANCE PLAN
const name = process.argv[2] ?? '';
if (!isMainThread) help();
else if (name === 'solve')
  process.exitCode = await solveCommand(process.argv.slice(3), availableParallelism() > 1 ? startHelper : undefined);
else {
  // Routes, words and schemas take longer to load than a small plan to make; who only solves does without.
  const { runCommand } = await import('./commands.ts');
  const answer = runCommand(name, () => readFileSync(0, 'utf8'));
  if (answer.kind === 'done') process.stdout.write(`${JSON.stringify(answer.output, null, 2)}\n`);
  else process.stderr.write(`${answer.words}\n`);
  process.exitCode = answer.exitCode;
}
