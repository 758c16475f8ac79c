export * from './axes.js';
export * from './hold.js';
export * from './statics.js';
export * from './stand.js';
export * from './supported.js';
