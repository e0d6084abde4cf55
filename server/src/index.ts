export { createApp } from './app.ts';
export type { AppOptions } from './options.ts';
