import type { Problem } from '@app/contract';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** A tap on a step, written down before it is sent, so that neither a lost network nor a closed page loses it. */
export type Tap = {
  /** In the order they were made. */
  readonly number: number;
  /** Whose it is: workshop and who was signed in. Nobody else's session sends it. */
  readonly owner: string;
  readonly method: 'POST' | 'PUT';
  readonly path: string;
  /** As it is sent each time: with its command id, so that it is carried out once. */
  readonly body: Readonly<Record<string, unknown>> & { readonly commandId: string };
  /** A photo or a clip that goes with it. */
  readonly file?: Blob | undefined;
  readonly step: string;
  /** What it does, in words: "Done: Prime on Settle". */
  readonly words: string;
  /** By the shop's clock, minutes. */
  readonly tappedAt: number;
  /** Why the server did not take it; null: it has not answered yet. */
  readonly refused: Problem | null;
};
export type NewTap = Omit<Tap, 'number' | 'refused'>;

type Schema = DBSchema & {
  taps: { key: number; value: Tap };
  /** Answers as they were last known, for when the server cannot be asked. */
  kept: { key: string; value: unknown };
};

let opened: Promise<IDBPDatabase<Schema>> | null = null;

/** What this browser keeps of Mokume. Rejects where a browser keeps nothing (some private windows). */
export function openStore(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('mokume', 1, {
    upgrade(db) {
      db.createObjectStore('taps', { keyPath: 'number', autoIncrement: true });
      db.createObjectStore('kept');
    },
    terminated() {
      opened = null;
    },
  });
  return opened;
}
