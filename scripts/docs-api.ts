// npm run docs:api: writes docs/api.md from the server's route table, and the table of docs/api-errors.md from the contract.
import { readFileSync, writeFileSync } from 'node:fs';
import { ERRORS } from '../contract/src/errors.ts';
import { apiPage, ROUTES } from '../server/src/routes/table.ts';

const page = (name: string) => new URL(`../docs/${name}`, import.meta.url);
writeFileSync(page('api.md'), apiPage(ROUTES));

const rows = Object.entries(ERRORS).map(([code, e]) => `| \`${code}\` | ${e.status} | ${e.message} |`);
const [before] = readFileSync(page('api-errors.md'), 'utf8').split('\n| `');
writeFileSync(page('api-errors.md'), `${[before, ...rows].join('\n')}\n`);
