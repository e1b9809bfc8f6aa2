export { CountersStore } from './counters.store.js';
export { MemoryStore } from './memory.store.js';
export { NamedRoutinesService } from './named.service.js';
export { NamedRoutinesStore, prepareNamed, writeNamed, type StoredRoutine } from './named.store.js';
export { RoutinesModule } from './routines.module.js';
export { errorInWords } from './steps-shape.js';
export { completeRoutine, readRoutine, routineRow } from './stored.js';
export { Calls } from './calls.js';
export { NamedRoutineBodyDto, NamedViewerDto, RoutineDto, WhenDto } from './views.js';
