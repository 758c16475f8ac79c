export * from './steps.js';
export * from './sequence.js';
export * from './change.js';
export * from './own-times.js';
export * from './matrix.js';
export * from './stay.js';
export * from './quick.js';
export * from './table.js';
