import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { inject } from 'vitest';

/** Empty databases in the cluster of the tests, for what looks at schemas; all are dropped at the end. */
export class EmptyDatabases {
  readonly #admin = new pg.Client({ connectionString: inject('databaseUrl') });
  readonly #made: string[] = [];
  #isOpen = false;

  /** @returns the address of a new one */
  async create(): Promise<string> {
    if (!this.#isOpen) await this.#admin.connect();
    this.#isOpen = true;
    const name = `empty_${randomUUID().replaceAll('-', '')}`;
    await this.#admin.query(`create database ${name}`);
    this.#made.push(name);
    const url = new URL(inject('databaseUrl'));
    url.pathname = `/${name}`;
    return url.href;
  }

  async drop(): Promise<void> {
    for (const name of this.#made) await this.#admin.query(`drop database ${name} with (force)`);
    await this.#admin.end();
  }
}
