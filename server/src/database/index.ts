export * from './entities.js';
export * from './restoring.js';
export * from './source.js';
export * from './transact.js';
export * from './turn.js';
