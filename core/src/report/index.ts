export * from './report.js';
export * from './candidates.js';
