export type { DemoPart, Due, Evening, MakeDemoPart, Records, SeedingStage } from './part.js';
