// npm run docs:api: writes docs/api.md from the server's route table.
import { writeFileSync } from 'node:fs';
import { apiPage, ROUTES } from '../server/src/routes/table.ts';

writeFileSync(new URL('../docs/api.md', import.meta.url), apiPage(ROUTES));
