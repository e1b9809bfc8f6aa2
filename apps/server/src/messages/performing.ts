import type { Actor } from '@gully/core/actors';
import { hasRun, type ChatLine, type Why } from '@gully/core/chat';
import type { Decision } from '@gully/core/pipeline';
import type { MessageParts } from './message-parts.js';

/** Does what a message came to, and records what it began. */
export function performDecision(
  line: ChatLine,
  { why, effects, started, commandId }: Decision,
  { after, activity }: Pick<MessageParts, 'after' | 'activity'>,
): void {
  const by: Actor = `viewer:${line.viewer}`;
  const because = `${line.name} ${hasRun(why.outcome) ? why.brief : `was refused: ${why.brief}`}`;
  after.carryOut(effects, started, { because, viewer: line.viewer }, ({ owner, run }) =>
    owner === commandId && run === undefined ? line.id : undefined,
  );
  for (const { id, owner, title } of started)
    if (owner !== commandId) activity.record('ran', `Routine ${title}`, 'started', by, { kind: 'run', id });
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
