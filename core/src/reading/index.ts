export * from './units.js';
export * from './names.js';
export * from './read.js';
