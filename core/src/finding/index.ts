export * from './finding.js';
export * from './rests.js';
