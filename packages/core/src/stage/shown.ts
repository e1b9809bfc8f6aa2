import type { Kinded } from '../layers/index.js';
import type { StageChange } from './stage.js';
import type { StagesView } from './view.js';

/**
 * `waits` where what a run put on stages has not had its turn, or why it never will; undefined where it
 * is, or was, shown.
 *
 * @param changes what the run changed
 */
export function shownBy(run: string, view: StagesView, changes: readonly Kinded[]): string | undefined {
  const isOwn = (id: string): boolean => id.startsWith(`${run}:`);
  const stages = view.all().map(({ stage }) => stage);
  if (stages.some(({ showing }) => showing !== undefined && isOwn(showing.alert.id))) return undefined;
  if (stages.some(({ waiting }) => waiting.some(({ id }) => isOwn(id)))) return 'waits';
  const ended = changes.flatMap((change) => (isOfStage(change) ? change.ended : []));
  return ended.some(({ id, how }) => how === 'full' && isOwn(id))
    ? 'too much was waiting to be shown'
    : undefined;
}

const isOfStage = (change: Kinded): change is StageChange => change.kind === 'stage';
