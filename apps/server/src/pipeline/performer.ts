import { Inject, Injectable } from '@nestjs/common';
import type { Urgency } from '@gully/core/chat';
import type { AskEffect, RoutineEffect, SayEffect } from '@gully/core/routines';
import { ChatLog, ConnectionService, Outbox } from '../chat/index.js';
import { LOG, type Log } from '../log/index.js';
import { Outputs } from '../outputs/index.js';
import { Timing } from './timing.js';

/** Lines a clearing takes out of the room at the most. */
const CLEARED = 100;

/** Does what was decided, once it is on disk. */
@Injectable()
export class Performer {
  /** calls back with what came of what a run asked: undefined when it worked */
  private answer: (run: string, failed: string | undefined) => void = () => undefined;

  constructor(
    private readonly connection: ConnectionService,
    private readonly outbox: Outbox,
    private readonly chatLog: ChatLog,
    private readonly outputs: Outputs,
    private readonly timing: Timing,
    @Inject(LOG) private readonly log: Log,
  ) {}

  whenAnswered(answer: (run: string, failed: string | undefined) => void): void {
    this.answer = answer;
  }

  /** @param because what had it said, as the end of a sentence that begins with “Said because” */
  perform(effects: readonly RoutineEffect[], because: string, urgency: Urgency = 'reply'): void {
    for (const effect of effects)
      if (effect.kind === 'say') this.say(effect, because, urgency);
      else void this.ask(effect.run, effect);
  }

  /** Does what a run asks, and answers it. Never rejects. */
  async ask(run: string, asked: AskEffect): Promise<void> {
    let failed: string | undefined;
    try {
      failed = await this.do(asked);
    } catch (error) {
      this.log.error({ error, asked: asked.kind }, 'what a routine asked failed');
      failed = 'it failed in Gully; the log says more';
    }
    this.answer(run, failed);
  }

  private say({ lines, to, later }: SayEffect, because: string, least: Urgency): void {
    const urgency = later === true && least === 'reply' ? 'routine' : least;
    if (to === undefined) this.outbox.say(lines, urgency, because);
    else if (to.how === 'tell') this.outbox.say(lines, urgency, because, { to: to.name });
    else {
      const thread = to.line === undefined ? undefined : this.connection.messageOf(to.line);
      // Where there are no threads, it is plain whom it answers.
      const [first = '', ...rest] = lines;
      if (thread === undefined) this.outbox.say([`${to.name}, ${first}`, ...rest], urgency, because);
      else this.outbox.say(lines, urgency, because, { thread });
    }
  }

  private do(asked: AskEffect): Promise<string | undefined> {
    switch (asked.kind) {
      case 'clear':
        return this.clear();
      case 'output':
        return this.outputs.write(asked.file, asked.text);
      case 'timer':
        return this.timing.act(asked.does, asked.timer);
    }
  }

  private async clear(): Promise<string | undefined> {
    const { gone, failed } = this.connection.redactLast(CLEARED);
    if (gone.length > 0) await this.chatLog.markRemoved(gone);
    return failed;
  }
}
