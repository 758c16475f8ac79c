export * from './best.js';
