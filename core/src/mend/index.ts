export * from './try.js';
export * from './levers.js';
export * from './search.js';
export * from './level.js';
export * from './sweep.js';
