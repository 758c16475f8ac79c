export * from './fit.js';
export * from './size.js';
export * from './slip.js';
export * from './screw.js';
export * from './moves.js';
export * from './brace.js';
export * from './swaps.js';
