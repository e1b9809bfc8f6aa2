export { ViewerPage } from './viewer-page.js';
export { ViewersPage } from './viewers-page.js';
