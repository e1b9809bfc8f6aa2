import { Injectable } from '@nestjs/common';
import { Performers, type EffectOf, type Occasioned } from '../live/index.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService } from './connection.js';
import { Outbox } from './outbox.js';

/** Lines a clearing takes out of the room at the most. */
const CLEARED = 100;

/** Says what was decided to be said, and clears the room. */
@Injectable()
export class Speaking {
  constructor(
    private readonly connection: ConnectionService,
    private readonly outbox: Outbox,
    private readonly chatLog: ChatLog,
    performers: Performers,
  ) {
    performers.add('say', (effect, occasioned) => this.say(effect, occasioned));
    performers.add('clear', () => this.clear());
  }

  private say(
    { lines, to, later }: EffectOf<'say'>,
    { because, urgency: least = 'reply', viewer }: Occasioned,
  ): undefined {
    const cause = { because, viewer };
    const urgency = later === true && least === 'reply' ? 'routine' : least;
    if (to === undefined) this.outbox.say(lines, urgency, cause);
    else if (to.how === 'tell') this.outbox.say(lines, urgency, cause, { to: to.name });
    else {
      const thread = to.line === undefined ? undefined : this.connection.messageOf(to.line);
      // Where there are no threads, it is plain whom it answers.
      const [first = '', ...rest] = lines;
      if (thread === undefined) this.outbox.say([`${to.name}, ${first}`, ...rest], urgency, cause);
      else this.outbox.say(lines, urgency, cause, { thread });
    }
  }

  private async clear(): Promise<string | undefined> {
    const { gone, failed } = this.connection.redactLast(CLEARED);
    if (gone.length > 0) await this.chatLog.markRemoved(gone);
    return failed;
  }
}
