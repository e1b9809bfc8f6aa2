export { NamedRoutinesService, writeNamed } from './named.service.js';
export { fromNamedVersion, NamedRoutinesStore, prepareNamed, type StoredRoutine } from './named.store.js';
export { RoutinesModule } from './routines.module.js';
export { RoutinesStore, type KeptChange } from './routines.store.js';
export { errorInWords } from './steps-shape.js';
export { completeRoutine, readRoutine, routineRow } from './stored.js';
export { RoutineSurroundings } from './surroundings.js';
export { NamedRoutineBodyDto, NamedViewerDto, RoutineDto, WhenDto } from './views.js';
