export * from './need.js';
export * from './list.js';
