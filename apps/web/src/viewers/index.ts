export { ViewersPage } from './viewers-page.js';
