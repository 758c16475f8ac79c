export * from './scale.js';
