export * from './cards.js';
export * from './faults.js';
export * from './findings.js';
export * from './last.js';
export * from './load.js';
export * from './media.js';
export * from './plan.js';
export * from './question.js';
