export * from './file.js';
export * from './csv.js';
export * from './plan.js';
export * from './facts.js';
