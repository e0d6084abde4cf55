export * from './errors.ts';
export * from './schemas.ts';
export * from './view.ts';
export * from './materials.ts';
export * from './editFields.ts';
