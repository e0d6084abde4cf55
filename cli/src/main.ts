import { readFileSync } from 'node:fs';
import { runCommand } from './commands.ts';

// npm run --silent mokume -- route|plan|verify < in.json > out.json
const name = process.argv[2] ?? '';
const answer = runCommand(name, () => readFileSync(0, 'utf8'));
if (answer.kind === 'done') process.stdout.write(`${JSON.stringify(answer.output, null, 2)}\n`);
else process.stderr.write(`${answer.words}\n`);
process.exitCode = answer.exitCode;
