export type { DemoPart, Due, Evening, MakeDemoPart, Records, Stage } from './part.js';
