export * from './problem.js';
export * from './plugin.js';
