import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

/** A certificate this machine makes itself for its address on the local network; kept, so that devices trust it once. */
export async function certificateFor(host: string, stateDir: string): Promise<{ key: string; cert: string }> {
  const file = `${stateDir}/certificate-${host}.json`;
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8')) as { key: string; cert: string };
  // Needed once, and slow to load.
  const { generate } = await import('selfsigned');
  const made = await generate([{ name: 'commonName', value: 'Mokume on the local network' }], {
    keySize: 2048,
    algorithm: 'sha256',
    extensions: [
      {
        name: 'subjectAltName',
        altNames: [
          { type: 7, ip: host },
          { type: 2, value: 'localhost' },
        ],
      },
    ],
  });
  const pair = { key: made.private, cert: made.cert };
  mkdirSync(stateDir, { recursive: true });
  writeFileSync(file, JSON.stringify(pair), { mode: 0o600 });
  return pair;
}
