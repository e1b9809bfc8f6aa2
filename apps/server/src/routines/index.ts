export { RoutinesModule } from './routines.module.js';
export { RoutinesStore } from './routines.store.js';
export { RoutineDto } from './views.js';
