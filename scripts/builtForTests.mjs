import { ensureBuilt } from './lib/build.mjs';

/** Built once before the tests of the start and of bad weather: two that build at once would take each other's files away. */
export default () => ensureBuilt();
