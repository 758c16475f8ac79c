export * from './question.js';
export * from './things.js';
