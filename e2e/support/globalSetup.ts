import { Mokume } from './mokume.ts';

/** Seeding the demo takes seconds; it is done once, and each file starts from a copy. */
export default () => Mokume.seed('2026-03-10T11:12:00Z');
