export * from './cells.js';
export * from './cold.js';
export * from './last.js';
export * from './media.js';
export * from './plan.js';
export * from './run.js';
export * from './takes.js';
