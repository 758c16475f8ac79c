export * from './spend.js';
export * from './question.js';
