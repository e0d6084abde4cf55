// npm run backup -- FILE: everything (all workshops, people's sign-ins, photos, history) in one file only you can read.
import { statSync } from 'node:fs';
import { resolve } from 'node:path';
import { ensurePostgres, stopWith } from './lib/install.mjs';
import { Cluster } from './lib/cluster.mjs';
import { dump } from './lib/copies.mjs';

ensurePostgres();
const file = resolve(process.argv[2] ?? `mokume-${new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-')}.backup`);
const external = process.env.MOKUME_DATABASE_URL;
const cluster = external ? null : await new Cluster().start();
const wrong = await dump(external ?? cluster.url, file);
await cluster?.stop();
if (wrong) stopWith(`The backup failed, and ${file} was not written: ${wrong}`);
const size = statSync(file).size;
console.log(`Everything is in ${file} (${Math.ceil(size / 1024)} kB). npm run restore -- ${file} brings it back.`);
