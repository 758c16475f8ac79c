export * from './finding.js';
export * from './kind.js';
export * from './rests.js';
export * from './aside.js';
