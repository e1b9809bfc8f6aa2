import type { StepsOfRoutines } from './own.js';
import { branchOnIf, pick, runOther, stop, wait } from './deciding.js';
import { counter, forget, remember } from './memory.js';
import { reply, say, tell } from './say.js';

/** The kinds of steps that belong to no feature. */
export const ROUTINE_STEPS: StepsOfRoutines = {
  say,
  reply,
  tell,
  remember,
  forget,
  counter,
  if: branchOnIf,
  pick,
  wait,
  run: runOther,
  stop,
};
