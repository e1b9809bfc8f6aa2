import type { Alert } from './alert.js';

/** How a stage takes what comes. */
export interface StageRules {
  /** alerts that may wait; what comes beyond is dropped */
  readonly most: number;
  /** seconds after which one that waited is of no use any more */
  readonly fresh: number;
  /** seconds between two */
  readonly gap: number;
}
export const STAGE_RULES: StageRules = { most: 30, fresh: 120, gap: 1 };

export interface Showing {
  readonly alert: Alert;
  /** when it began, UTC milliseconds */
  readonly since: number;
}

/** One overlay's stage as it stands: one alert at a time. */
export interface Stage {
  readonly held: boolean;
  readonly showing: Showing | undefined;
  /** in the order they will come */
  readonly waiting: readonly Alert[];
  /** what was shown last, for showing it again */
  readonly last: Alert | undefined;
  /** when the one before ended, UTC milliseconds */
  readonly freeSince: number;
}
export const EMPTY_STAGE: Stage = {
  held: false,
  showing: undefined,
  waiting: [],
  last: undefined,
  freeSince: 0,
};

/** How an alert left a stage. */
export const ENDINGS = ['shown', 'skipped', 'cleared', 'late', 'full'] as const;
export type StageEnding = (typeof ENDINGS)[number];

/** What people and steps do to a stage. */
export const STAGE_DOES = ['skip', 'hold', 'go-on', 'replay', 'clear'] as const;
export type StageDoes = (typeof STAGE_DOES)[number];

/** What happened on one stage, to be written down. */
export interface StageChange {
  readonly kind: 'stage';
  /** the overlay's id */
  readonly overlay: string;
  readonly raised: readonly Alert[];
  /** the one that begins, by id */
  readonly begins: string | undefined;
  readonly ended: readonly { readonly id: string; readonly how: StageEnding }[];
  readonly held: boolean;
  readonly at: number;
}

/**
 * Where a new alert stands among those that wait: by turns, so that whoever raises many waits
 * longer than whoever raises one. Those of nobody come as they came.
 */
export function placeAmong(stage: Stage, alert: Alert): number {
  const turn = turnOf(alert, [
    ...stage.waiting,
    ...(stage.showing === undefined ? [] : [stage.showing.alert]),
  ]);
  let place = stage.waiting.length;
  while (place > 0) {
    const before = stage.waiting[place - 1];
    if (before === undefined) break;
    const ahead = stage.waiting.slice(0, place - 1);
    const others = stage.showing === undefined ? ahead : [stage.showing.alert, ...ahead];
    if (turnOf(before, others) <= turn) break;
    place -= 1;
  }
  return place;
}

/** How many of the same viewer come before. */
function turnOf({ viewer }: Alert, ahead: readonly Alert[]): number {
  return viewer === '' ? 0 : ahead.filter((each) => each.viewer === viewer).length;
}

/** A stage after what happened on it. */
export function stageAfter(stage: Stage, change: StageChange): Stage {
  let next: Stage = { ...stage, held: change.held };
  for (const { id } of change.ended) {
    if (next.showing?.alert.id === id)
      next = { ...next, last: next.showing.alert, showing: undefined, freeSince: change.at };
    else next = { ...next, waiting: next.waiting.filter((each) => each.id !== id) };
  }
  for (const alert of change.raised) {
    if (change.ended.some(({ id }) => id === alert.id)) continue;
    const waiting = [...next.waiting];
    waiting.splice(placeAmong(next, alert), 0, alert);
    next = { ...next, waiting };
  }
  const begins = next.waiting.find(({ id }) => id === change.begins);
  if (begins === undefined) return next;
  return {
    ...next,
    showing: { alert: begins, since: change.at },
    waiting: next.waiting.filter((each) => each !== begins),
  };
}

/** A moment on a stage. */
export interface StageMoment {
  readonly overlay: string;
  readonly rules: StageRules;
  /** whether a page shows the overlay; without one, alerts wait until they are of no use any more */
  readonly seen: boolean;
  /** UTC milliseconds */
  readonly at: number;
}

/** Puts an alert on a stage, or drops it where too many wait. */
export function raise(stage: Stage, alert: Alert, moment: StageMoment): StageChange {
  const full = stage.waiting.length >= moment.rules.most;
  return goOn(stage, moment, {
    raised: [alert],
    ended: full ? [{ id: alert.id, how: 'full' }] : [],
  });
}

/**
 * What is due on a stage: the end of what is shown, the end of what waited too long, and the next.
 *
 * @returns undefined where nothing is
 */
export function due(stage: Stage, moment: StageMoment): StageChange | undefined {
  const change = goOn(stage, moment, {});
  return change.begins === undefined && change.ended.length === 0 ? undefined : change;
}

/** What someone has a stage do. @returns undefined where that changes nothing */
export function act(
  stage: Stage,
  does: StageDoes,
  moment: StageMoment,
  again: string,
): StageChange | undefined {
  const { showing, waiting, last, held } = stage;
  switch (does) {
    case 'skip':
      return showing === undefined
        ? undefined
        : goOn(stage, moment, { ended: [{ id: showing.alert.id, how: 'skipped' }] });
    case 'clear': {
      const all = [...(showing === undefined ? [] : [showing.alert]), ...waiting];
      return all.length === 0
        ? undefined
        : goOn(stage, moment, { ended: all.map(({ id }) => ({ id, how: 'cleared' })) });
    }
    case 'hold':
      return held ? undefined : goOn(stage, moment, { held: true });
    case 'go-on':
      return held ? goOn(stage, moment, { held: false }) : undefined;
    case 'replay':
      return last === undefined
        ? undefined
        : goOn(stage, moment, { raised: [{ ...last, id: again, at: moment.at }] });
  }
}

/** When a stage has to be looked at again, UTC milliseconds; undefined when nothing will be due by itself. */
export function nextDue(
  stage: Stage,
  { rules, seen }: Pick<StageMoment, 'rules' | 'seen'>,
): number | undefined {
  const { showing, waiting, held, freeSince } = stage;
  const times = waiting.map(({ at }) => at + rules.fresh * 1_000);
  if (showing !== undefined) times.push(endOf(showing));
  else if (waiting.length > 0 && !held && seen) times.push(freeSince + rules.gap * 1_000);
  return times.length === 0 ? undefined : Math.min(...times);
}

export function endOf({ alert, since }: Showing): number {
  return since + alert.seconds * 1_000;
}

function goOn(
  stage: Stage,
  { overlay, rules, seen, at }: StageMoment,
  asked: Partial<Pick<StageChange, 'raised' | 'ended' | 'held'>>,
): StageChange {
  const { showing } = stage;
  const ended = [...(asked.ended ?? [])];
  const gone = (id: string): boolean => ended.some((each) => each.id === id);
  if (showing !== undefined && !gone(showing.alert.id) && endOf(showing) <= at)
    ended.push({ id: showing.alert.id, how: 'shown' });
  for (const alert of stage.waiting)
    if (!gone(alert.id) && alert.at + rules.fresh * 1_000 <= at) ended.push({ id: alert.id, how: 'late' });
  const change: StageChange = {
    kind: 'stage',
    overlay,
    raised: asked.raised ?? [],
    begins: undefined,
    ended,
    held: asked.held ?? stage.held,
    at,
  };
  const after = stageAfter(stage, change);
  const next = after.waiting[0];
  const free = after.showing === undefined && after.freeSince + rules.gap * 1_000 <= at;
  return next !== undefined && free && seen && !after.held ? { ...change, begins: next.id } : change;
}
