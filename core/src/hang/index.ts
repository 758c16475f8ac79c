export * from './hang.js';
export * from './level.js';
