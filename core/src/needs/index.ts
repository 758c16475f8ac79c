export * from './need.js';
export * from './list.js';
export * from './doubts.js';
