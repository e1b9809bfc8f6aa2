import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import { durationInWords } from '@gully/core/text';
import { beginTimer, firingChecks, timerBody, type TimerBody } from '@gully/core/timers';
import { strangerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';
import { ChannelWorld, SELF } from '../live/index.js';
import type { Persona } from '../settings/index.js';
import { TimersAhead, type TimerDraft } from '../timers/index.js';
import { RehearsalService, type Circumstances, type Rehearsed } from './rehearsal.service.js';

/** Where a rehearsal keeps when each timer fired in it. */
const FIRED = 'timers';

/** Moves a rehearsal's clock to the next timer, and plays what it does. */
@Injectable()
export class NextTimer {
  constructor(
    private readonly channel: ChannelWorld,
    private readonly rehearsal: RehearsalService,
    private readonly timersAhead: TimersAhead,
  ) {}

  /** The clock moved to when the next timer fires, in a room as busy as measured, or as `rate` says. */
  async next(
    sessionId: string,
    persona: Persona,
    given: Circumstances,
    rate: number | undefined,
  ): Promise<Rehearsed & { readonly ahead: number }> {
    const session = this.rehearsal.session(sessionId);
    const viewer = strangerFacts(SELF, this.channel.now().channelName, ['streamer'], Date.now());
    const worldAt = (now: number): World => this.rehearsal.world(viewer, persona, given, now);
    const from = Date.now() + given.ahead * 1000;
    const { stream } = worldAt(from);
    const fired = (session.kept.get(FIRED) ?? new Map<string, number>()) as Map<string, number>;
    session.kept.set(FIRED, fired);
    const next = await this.timersAhead.next(from, fired, stream, draftIn(given), rate);
    if ('none' in next)
      return {
        said: [],
        effects: [],
        ahead: given.ahead,
        why: {
          outcome: 'nothing',
          brief: 'no timer fires',
          checks: next.none.map((rule) => ({ rule, measure: '', outcome: 'stopped' })),
          decided: 'No timer fires within a day',
        },
      };
    const { timed, firing, prepared, room, at } = next;
    const { timer } = timed;
    fired.set(timer.id, at);
    const world = session.over(worldAt(at));
    const checks = firingChecks(timer, firing, room);
    const begun =
      prepared === undefined
        ? undefined
        : beginTimer(timer, prepared, { cause: newId(at), viewer, at, checks }, world);
    const started = begun !== undefined && 'started' in begun ? [begun.started] : [];
    const refused = begun !== undefined && 'refused' in begun ? begun.refused : checks;
    const { checks: later, ...played } = this.rehearsal.played(session, started, timer.name, worldAt, at);
    const [first] = started;
    return {
      ...played,
      why: {
        outcome: started.length > 0 ? 'ran' : 'stopped',
        brief: started.length > 0 ? `fired ${timer.name}` : `${timer.name} did not fire`,
        checks: first === undefined ? refused : (later.get(first.id) ?? first.checks),
        decided: `${timer.name} ${started.length > 0 ? 'fired' : 'did not fire'}${
          firing.putOff >= 1 ? `, put off ${durationInWords(firing.putOff)} by breathing room` : ''
        }`,
      },
      ahead: Math.max(0, Math.ceil((at - Date.now()) / 1000)),
    };
  }
}

/** The timer open in the editor, as it stands there. */
function draftIn({ drafts }: Circumstances): TimerDraft | undefined {
  const draft = drafts.find(({ kind }) => kind === 'timer');
  return draft === undefined ? undefined : { ...timerBody(draft.body as TimerBody), id: draft.id };
}
