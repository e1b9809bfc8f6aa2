export { CountersPage } from './counters-page.js';
