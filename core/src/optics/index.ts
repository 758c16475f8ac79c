export * from './path.js';
export * from './view.js';
export * from './frame.js';
export * from './clean.js';
