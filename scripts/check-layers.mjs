// Plants a wrong import in each layer and expects lint to refuse it: a check that cannot fail is none.
// Features of the web never import each other; that is read here, since lint has no rule for it.
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { root } from './lib/install.mjs';

const PLANTS = [
  ['core/src/planner/planted.ts', "import { ERRORS } from '@app/contract';\nexport const x = ERRORS;\n"],
  ['core/src/planner/planted.ts', "import { readFileSync } from 'node:fs';\nexport const x = readFileSync;\n"],
  ['core/src/planner/planted.ts', 'export const x = () => Date.now();\n'],
  ['core/src/verify/planted.ts', "import { dryAt } from '../drying/dryingCurve.ts';\nexport const x = dryAt;\n"],
  ['contract/src/planted.ts', "import { createApp } from '@app/server';\nexport const x = createApp;\n"],
  ['web/src/ui/planted.ts', "import { createApp } from '@app/server';\nexport const x = createApp;\n"],
  ['server/src/planted.ts', "import { App } from '@app/web';\nexport const x = App;\n"],
];

let wrong = 0;
for (const [file, text] of PLANTS) {
  writeFileSync(root + file, text);
  try {
    const lint = spawnSync('npx', ['oxlint', file], { cwd: root, encoding: 'utf8' });
    if (lint.status === 0) {
      wrong++;
      console.error(`Lint let this pass in ${file}:\n${text}`);
    }
  } finally {
    rmSync(root + file);
  }
}

const features = `${root}web/src/features`;
for (const feature of readdirSync(features))
  for (const file of readdirSync(`${features}/${feature}`)) {
    const foreign = /from '\.\.\/(?!\.\.)([\w-]+)\//.exec(readFileSync(`${features}/${feature}/${file}`, 'utf8'));
    if (!foreign) continue;
    wrong++;
    console.error(
      `web/src/features/${feature}/${file} imports the feature ${foreign[1]}; move what they share to grain, step or ui.`,
    );
  }
process.exitCode = wrong > 0 ? 1 : 0;
