import type { Actor } from '@gully/core/actors';
import { hasRun, type ChatLine, type Why } from '@gully/core/chat';
import type { Decision } from '@gully/core/pipeline';
import type { MessageParts } from './message-job.js';

/** Does what a message came to, and records what it began. */
export function performDecision(
  line: ChatLine,
  { why, effects, started, commandId }: Decision,
  { performers, runLog, activity }: Pick<MessageParts, 'performers' | 'runLog' | 'activity'>,
): void {
  const by: Actor = `viewer:${line.viewer}`;
  const because = `${line.name} ${hasRun(why.outcome) ? why.brief : `was refused: ${why.brief}`}`;
  performers.perform(effects, { because, viewer: line.viewer });
  for (const begun of started) {
    const isWithLine = begun.owner === commandId && begun.run === undefined;
    runLog.record(begun, isWithLine ? line.id : undefined);
    if (begun.owner !== commandId)
      activity.record('ran', begun.title, 'started (a routine)', by, { kind: 'run', id: begun.id });
  }
  if (commandId !== undefined)
    activity.record(hasRun(why.outcome) ? 'ran' : 'stopped', line.name, activityText(line, why), by, {
      kind: 'line',
      id: line.id,
    });
}

function activityText(line: ChatLine, why: Why): string {
  if (hasRun(why.outcome)) return why.brief;
  const [typed = ''] = line.text.trim().split(/\s/u);
  return `${why.title ?? typed}: ${why.brief}`;
}
