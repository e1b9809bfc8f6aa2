import { routineOf, type Routine } from '@gully/core/routines';
import type { RoutineRow } from './rows.js';

/** A routine as it is kept. @throws SyntaxError when what is stored cannot be read */
export function readRoutine(row: RoutineRow | undefined): Routine {
  const steps = JSON.parse(row?.steps ?? '') as Routine['steps'];
  return { steps, whileRunning: row?.whileRunning ?? 'beside', afterRestart: row?.afterRestart ?? 'go-on' };
}

export function routineRow(
  id: string,
  { steps, whileRunning, afterRestart }: Routine,
  changedAt: number,
): RoutineRow {
  return { id, steps: JSON.stringify(steps), whileRunning, afterRestart, changedAt };
}

/** What an older version of Gully wrote, with the choices it did not have. */
export function completeRoutine(given: Partial<Routine> | undefined): Routine {
  return { ...routineOf([]), ...given };
}
