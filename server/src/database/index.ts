export * from './entities.js';
export * from './source.js';
