export * from './views.js';
export * from './plate.js';
export * from './labels.js';
