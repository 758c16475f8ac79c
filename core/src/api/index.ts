export * from './problem.js';
export * from './rigs.js';
export * from './parts.js';
export * from './backup.js';
export * from './describe.js';
