import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { eventNoun } from '@gully/core/channel';
import type { Why } from '@gully/core/chat';
import { eventInWords, whyOfEvent, type ChannelEvent, type Happening } from '@gully/core/routines';
import { elapsedInWords } from '@gully/core/text';
import { ActivityService } from '../activity/index.js';
import { ChatLog } from '../chat/index.js';
import { SELF } from '../live/index.js';
import type { LoggedRun } from '../runs/index.js';

/** How an event came, and what it may do. */
export interface HowEvent {
  /** a routine that is begun beside those that wait for it, by id */
  readonly also?: string | null;
  /** where it came from, for what it pays */
  readonly by?: Actor;
  readonly starts: boolean;
  readonly byHand: boolean;
  /** one routine alone, by id, whatever it waits for */
  readonly only?: string | undefined;
  /** who had it happen, where that is not who it is of */
  readonly actor?: Actor;
}

interface ToldHow extends HowEvent {
  readonly why: Why;
  /** when deciding began, by `performance.now()` */
  readonly began: number;
}

/** Shows events to people: among the lines of chat, and in the activity with what they started. */
@Injectable()
export class EventTelling {
  constructor(
    private readonly chatLog: ChatLog,
    private readonly activity: ActivityService,
  ) {}

  tell(event: ChannelEvent, told: readonly LoggedRun[], how: ToldHow): void {
    const { id, kind, viewer } = event;
    const text = wordsOf(event, told);
    this.record(event, text, told, how);
    const own = viewer.id === SELF ? 'gully' : (`viewer:${viewer.id}` as const);
    const actor = how.actor ?? own;
    const nothing = how.starts ? '' : ', which started nothing';
    if (kind !== 'hand')
      this.activity.record('event', viewer.name, `${text}${nothing}`, actor, { kind: 'line', id });
    for (const { id: run, title, ended } of told)
      if (ended?.how === 'refused')
        this.activity.record('stopped', title, `did not start: ${ended.words}`, actor, {
          kind: 'run',
          id: run,
        });
      else this.activity.record('ran', `Routine ${title}`, 'started', actor, { kind: 'run', id: run });
  }

  private record(event: ChannelEvent, text: string, told: readonly LoggedRun[], how: ToldHow): void {
    const { id, at, kind, roles, viewer } = event;
    const runs = told.filter(({ ended }) => ended?.how !== 'refused').map((run) => run.id);
    this.chatLog.recordEvent(
      {
        id,
        at,
        kind,
        roles,
        viewer: viewer.id === SELF ? undefined : viewer.id,
        name: viewer.name,
        text,
        byHand: how.byHand,
      },
      {
        ...how.why,
        ...(runs.length === 0 ? {} : { runs }),
        tookMs: Math.round((performance.now() - how.began) * 100) / 100,
      },
    );
  }
}

function wordsOf(event: ChannelEvent, told: readonly LoggedRun[]): string {
  const { kind, late } = event;
  if (kind === 'hand') return `starts ${told.map(({ title }) => title).join(', ')}`;
  return `${eventInWords({ ...event, kind })}${late === undefined ? '' : `, ${elapsedInWords(late)} ago`}`;
}

/** Why an event started what it did. */
export function whyTold(
  { kind }: ChannelEvent,
  happened: readonly Happening[],
  { starts, isQuiet }: { readonly starts: boolean; readonly isQuiet: boolean },
): Why {
  const nothing = { outcome: 'nothing', checks: [] } as const;
  if (!starts) return { ...nothing, brief: 'too late', decided: 'It came too late to start anything' };
  if (isQuiet) return { ...nothing, brief: 'quiet', decided: 'Quiet is on: nothing at all is started' };
  return whyOfEvent(happened, kind);
}

/** What started, or did not, for Review. */
export function toldOf(each: Happening, event: ChannelEvent): LoggedRun {
  if ('started' in each) return each.started;
  const { prepared, checks } = each.refused;
  const stop = checks.find(({ outcome }) => outcome === 'stopped');
  return {
    id: `${event.id}:${prepared.id}`,
    owner: prepared.id,
    title: prepared.title,
    occasion: { by: eventNoun(event.kind), at: event.at, viewer: event.viewer },
    checks,
    ended: { how: 'refused', words: stop === undefined ? '' : `${stop.rule}: ${stop.measure}` },
  };
}
