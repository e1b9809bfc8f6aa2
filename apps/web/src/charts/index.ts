export { Chart, type Inks } from './chart.js';
