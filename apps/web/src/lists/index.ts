export { ListsPage } from './lists-page.js';
