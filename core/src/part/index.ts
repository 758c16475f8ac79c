export * from './ids.js';
export * from './mount.js';
export * from './schema.js';
export * from './movement.js';
export * from './mass.js';
export * from './mating.js';
