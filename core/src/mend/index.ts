export * from './try.js';
export * from './build.js';
export * from './remedies.js';
export * from './cheaper.js';
export * from './levers.js';
export * from './search.js';
export * from './level.js';
export * from './sweep.js';
