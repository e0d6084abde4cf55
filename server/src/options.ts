import type { Events } from './events.ts';
import type { Deps } from './services/commands.ts';

/** What the app is built with. */
export type AppOptions = {
  readonly deps: Deps;
  readonly events: Events;
  readonly sessionSecret: string;
  /** Cookies only over HTTPS, and the demo not without a changed password: set for the local network. */
  readonly beyondLoopback: boolean;
  /** Folder of the built web client; null: API only. */
  readonly webRoot: string | null;
  readonly addressQr: string | null;
};
