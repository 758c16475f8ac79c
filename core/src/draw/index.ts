export * from './views.js';
export * from './order.js';
export * from './plate.js';
export * from './choose-view.js';
export * from './labels.js';
export * from './overlay.js';
export * from './forces.js';
export * from './svg.js';
