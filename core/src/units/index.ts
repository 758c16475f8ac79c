export * from './scalars.js';
export * from './tolerances.js';
export * from './money.js';
export * from './search.js';
export * from './match.js';
