export type { ArrivalChange, ArrivalsView } from './types.js';
