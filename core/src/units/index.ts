export * from './scalars.js';
export * from './tolerances.js';
export * from './money.js';
