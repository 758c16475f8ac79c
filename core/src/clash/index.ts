export * from './collider.js';
export * from './meet.js';
export * from './shape.js';
