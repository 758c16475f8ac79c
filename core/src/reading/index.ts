export * from './units.js';
export * from './markup.js';
export * from './title.js';
export * from './names.js';
export * from './read.js';
