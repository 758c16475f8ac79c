export * from './keep.js';
export * from './space.js';
export * from './spaced.js';
