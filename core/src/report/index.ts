export * from './report.js';
export * from './candidates.js';
export * from './lenses.js';
