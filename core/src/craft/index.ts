export * from './element.js';
export * from './edit.js';
export * from './faults.js';
export * from './mirror.js';
export * from './answer.js';
export * from './photo.js';
export * from './usual.js';
