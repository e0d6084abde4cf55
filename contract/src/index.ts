export * from './errors.ts';
export * from './schemas.ts';
export * from './view.ts';
