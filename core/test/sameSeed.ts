import fc from 'fast-check';

// `npm test` draws the same cases each time, so that what is green here is green anywhere; the long run draws new ones.
if (!process.env['MOKUME_LONG']) fc.configureGlobal({ seed: 20261128 });
