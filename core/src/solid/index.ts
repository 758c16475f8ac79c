export * from './schema.js';
export * from './frame.js';
export * from './measure.js';
export * from './inertia.js';
export * from './project.js';
export * from './ray.js';
export * from './bounds.js';
export * from './inside.js';
