export * from './cold.js';
export * from './run.js';
