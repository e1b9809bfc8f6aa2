export { AfterDeciding } from './after-deciding.js';
export { logRow, RunLog, type LoggedRun } from './run-log.js';
export { RunsModule } from './runs.module.js';
export { RunsStore } from './runs.store.js';
export * from './rows.js';
