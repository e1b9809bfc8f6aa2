export { ENDING_WORDS, RunsPage } from './runs-page.js';
