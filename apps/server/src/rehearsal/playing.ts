import type { SayEffect } from '@gully/core/area';
import {
  followUps,
  nextDue,
  type AnyFollowUp,
  type Change,
  type Effect,
  type World,
} from '@gully/core/channel';
import type { Check } from '@gully/core/chat';
import {
  decideEvent,
  eventThatFollowed,
  followed,
  resumeRun,
  type Followed,
  type Started,
} from '@gully/core/routines';
import { strangerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';
import type { RehearsalLayer } from './layer.js';

/** One line that would be said. */
export interface Said {
  readonly text: string;
  /** seconds after what started it */
  readonly after: number;
  /** to all in chat, as an answer to the line, or to the viewer alone */
  readonly how: 'chat' | 'reply' | 'tell';
}

export interface Played {
  readonly said: readonly Said[];
  readonly effects: readonly Effect[];
  readonly changes: readonly Change[];
  /** how each run ended, where that says more than that it is done */
  readonly ended: readonly string[];
  /** the whole why of each run that went on, by run */
  readonly checks: ReadonlyMap<string, readonly Check[]>;
}

/** Things that follow one another at most, for what would go on for ever. */
const FOLLOWING_LIMIT = 50;

/** Who shares something that is split in a rehearsal. */
const SOMEONE = strangerFacts('someone-present', 'someone present', [], 0);

/**
 * Plays what was decided, and all that follows, on a copy of the channel: each wait by moving the clock.
 * What is asked of the outside is taken to work.
 */
export class Playing {
  private readonly said: Said[] = [];
  private readonly effects: Effect[] = [];
  private readonly changes: Change[] = [];
  private readonly ended: string[] = [];
  private readonly checks = new Map<string, readonly Check[]>();
  private left = FOLLOWING_LIMIT;

  /** @param worldAt the rehearsal's channel at a time */
  constructor(
    private readonly session: RehearsalLayer,
    private readonly worldAt: (at: number) => World,
  ) {}

  /** What it came to. */
  get played(): Played {
    const { said, effects, changes, ended, checks } = this;
    return { said, effects, changes, ended, checks };
  }

  /** @param at UTC milliseconds */
  play({ changes, effects, started }: Followed, at: number): void {
    const world = this.over(at);
    for (const change of changes) this.session.apply(change, world);
    this.changes.push(...changes);
    this.effects.push(...effects);
    this.said.push(...saidOf(effects, 0));
    const all = [...changes, ...started.flatMap((begun) => this.toItsEnd(begun))];
    for (const change of all) for (const follow of followUps(change, this.over(at))) this.follow(follow, at);
  }

  /** Does what time brings about by itself, up to a time. */
  passTime(now: number): void {
    while (this.left > 0) {
      const due = nextDue(this.over(now));
      if (due === undefined || due.at > now) return;
      const before = this.changes.length;
      this.follow(due.follow, due.at);
      // Whatever could not go on would be due for ever.
      if (this.changes.length === before) return;
    }
  }

  private over(at: number): World {
    return this.session.over(this.worldAt(at));
  }

  private follow(follow: AnyFollowUp, at: number): void {
    if (this.left === 0) return;
    this.left -= 1;
    const world = this.over(at);
    if (follow.does === 'decide')
      this.play(followed(follow.decide(world, { at, id: newId(at), present: [SOMEONE] }), world), at);
    else if (follow.does === 'hand') {
      // What belongs to one viewer alone is not shown to the person who rehearses.
      const lines = follow.lines(world, at, true);
      const to = { how: 'tell', name: follow.name, line: undefined } as const;
      const said: Effect[] = lines.length === 0 ? [] : [{ kind: 'say', lines, to }];
      this.play({ changes: [], effects: said, started: [] }, at);
      for (const each of follow.then(undefined)) this.follow(each, at);
    } else {
      const event = eventThatFollowed(follow, world, newId(at));
      const happened = decideEvent(event, world.routines.forEvent(event.kind), world);
      for (const each of happened) if ('started' in each) this.begin(each.started, at);
    }
  }

  /** Plays what was begun, with what it did at once. */
  begin(begun: Started, at: number): void {
    this.play({ changes: begun.changes, effects: begun.effects, started: [begun] }, at);
  }

  /** Takes a run to its end. @returns what it changed after it first waited */
  private toItsEnd(begun: Started): Change[] {
    const changes: Change[] = [];
    const begunAt = begun.occasion.at;
    let at = begunAt;
    let { run, ended: end } = begun;
    while (run !== undefined) {
      if (run.awaiting.for === 'time') at = run.awaiting.until;
      const world = this.over(at);
      const segment = resumeRun(run, world, at, { failed: undefined });
      for (const change of segment.changes) this.session.apply(change, world);
      changes.push(...segment.changes);
      this.effects.push(...segment.effects);
      this.said.push(...saidOf(segment.effects, (at - begunAt) / 1000));
      this.checks.set(begun.id, segment.checks);
      ({ run, ended: end } = segment);
    }
    this.changes.push(...changes);
    if (end !== undefined && end.how !== 'done') this.ended.push(`${begun.title} ended: ${end.words}`);
    return changes;
  }
}

function saidOf(effects: readonly Effect[], after: number): Said[] {
  return effects
    .filter((effect): effect is SayEffect => effect.kind === 'say')
    .flatMap(({ lines, to }) => lines.map((text): Said => ({ text, after, how: to?.how ?? 'chat' })));
}
