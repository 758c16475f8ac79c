export * from './chain.js';
export * from './plan.js';
export * from './near.js';
export * from './findings.js';
export * from './question.js';
