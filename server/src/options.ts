import type { Events } from './events.ts';
import type { Deps } from './services/commands.ts';
import type { Keeper } from './services/keeper.ts';

/** What the app is built with. */
export type AppOptions = {
  readonly deps: Deps;
  readonly events: Events;
  readonly keeper: Keeper;
  /** Names under which it answers, beside this computer's own for itself. */
  readonly hosts: readonly string[];
  /** Where clients reach this server from outside; null: nowhere. */
  readonly publicUrl: string | null;
  readonly sessionSecret: string;
  /** Sessions that are over are taken out of the database now and then. */
  readonly cleansSessions: boolean;
  /** Cookies only over HTTPS, and the demo not without a changed password: set for the local network. */
  readonly beyondLoopback: boolean;
  /** Folder of the built web client; null: API only. */
  readonly webRoot: string | null;
  /** Folder of the daily copies; it may not be there. */
  readonly copiesDir: string;
  readonly addressQr: string | null;
};
