export * from './recipe.js';
export * from './body.js';
export * from './lens.js';
export * from './cage.js';
export * from './grip.js';
export * from './monitor.js';
export * from './small.js';
