export { Landing } from './landing.js';
export { CONNECTION } from './manifest.js';
