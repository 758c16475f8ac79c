export * from './figures.js';
export * from './names.js';
export * from './mismatch.js';
