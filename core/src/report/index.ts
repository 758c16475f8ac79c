export * from './report.js';
export * from './candidates.js';
export * from './chains.js';
export * from './lenses.js';
