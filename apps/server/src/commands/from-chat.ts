import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { BLANK_COMMAND, commandBody, tidyName, type CommandBody } from '@gully/core/commands';
import { sayOnly } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import { Performers, type EffectOf } from '../live/index.js';
import { Problem } from '../problem/index.js';
import { CommandsService } from './commands.service.js';
import { CommandsStore } from './commands.store.js';
import type { StoredCommand } from './stored.js';

/**
 * Commands that a step adds, changes or deletes: those that say one text. What does more than
 * that is made in Gully, and is not touched from chat.
 */
@Injectable()
export class FromChat {
  constructor(
    private readonly commands: CommandsService,
    private readonly store: CommandsStore,
    performers: Performers,
  ) {
    performers.add('command', (effect, { viewer }) =>
      this.act(effect, viewer === undefined ? 'gully' : `viewer:${viewer}`),
    );
  }

  /** @returns why it could not be, or undefined */
  private async act(effect: EffectOf<'command'>, actor: Actor): Promise<string | undefined> {
    try {
      return await this.change(effect, actor);
    } catch (error) {
      // What is wrong with it, without what a page would do about it.
      if (error instanceof Problem) return Object.values(error.details.fields ?? {})[0] ?? error.title;
      throw error;
    }
  }

  private async change(
    { does, name: given, text }: EffectOf<'command'>,
    actor: Actor,
  ): Promise<string | undefined> {
    const name = tidyName(given, this.store.prefix);
    const command = this.called(name);
    if (does === 'add') {
      const trigger = { ...BLANK_COMMAND.trigger, name };
      await this.commands.create({ ...BLANK_COMMAND, trigger, routine: sayOnly(text) }, actor);
      return undefined;
    }
    const title = `${this.store.prefix}${name}`;
    if (command === undefined) return `there is no command called ${title}`;
    const step = onlyText(command);
    if (step === undefined) return `${title} does more than say one text; change it in Gully`;
    if (does === 'remove') await this.commands.remove(command.id, actor);
    else {
      const routine = { ...command.routine, steps: [{ ...step, texts: [text] }] };
      await this.commands.change(command.id, { ...commandBody(command), routine }, command.version, actor);
    }
    return undefined;
  }

  private called(name: string): StoredCommand | undefined {
    const wanted = foldName(name);
    return this.store
      .all()
      .find(
        ({ trigger }) =>
          (trigger.name !== '' && foldName(trigger.name) === wanted) ||
          trigger.aliases.some((alias) => foldName(alias) === wanted),
      );
  }
}

function onlyText({ routine: { steps } }: CommandBody) {
  const [step, ...others] = steps;
  return others.length === 0 && step?.kind === 'say' && step.texts.length === 1 ? step : undefined;
}
