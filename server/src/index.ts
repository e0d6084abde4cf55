export { createApp, type AppOptions } from './app.ts';
