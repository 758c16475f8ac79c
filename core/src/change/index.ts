export * from './steps.js';
export * from './sequence.js';
export * from './change.js';
