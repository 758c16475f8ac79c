export * from './schema.js';
export * from './merge.js';
