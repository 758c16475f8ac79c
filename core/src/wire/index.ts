export * from './draw.js';
export * from './network.js';
