export { OutputsPage } from './outputs-page.js';
