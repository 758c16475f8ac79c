export * from './draw.js';
export * from './faults.js';
export * from './load.js';
export * from './network.js';
