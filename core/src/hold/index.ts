export * from './axes.js';
export * from './hold.js';
