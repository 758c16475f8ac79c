export * from './collider.js';
export * from './budget.js';
export * from './meet.js';
export * from './shape.js';
