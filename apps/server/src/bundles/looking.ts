import { setImmediate } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import { askedIn, type Bundle, type ItemKind } from '@gully/core/bundles';
import { titleOf } from '@gully/core/commands';
import { isCostly, listsOf, routinesOf, webhooksOf, type Routine } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { TimerBody } from '@gully/core/timers';
import { WebhooksStore } from '../webhooks/index.js';
import { BundledChannel } from './bundled-channel.js';
import { Exporting } from './exporting.js';

/** One thing in a bundle beside what the channel has. */
export interface Looked {
  readonly kind: ItemKind;
  readonly name: string;
  readonly state: 'new' | 'same' | 'different';
  /** what it refers to and neither the bundle nor the channel has */
  readonly missing: readonly string[];
  /** its texts may ask for more than a run may do */
  readonly costly: boolean;
  /** as the bundle has it, and as the channel does */
  readonly theirs: unknown;
  readonly ours: unknown;
}

/** Sets a bundle beside the channel. */
@Injectable()
export class Looking {
  constructor(
    private readonly channel: BundledChannel,
    private readonly exporting: Exporting,
    private readonly webhooks: WebhooksStore,
  ) {}

  async look(bundle: Bundle): Promise<Looked[]> {
    const { channel, exporting } = this;
    const items: (() => Looked)[] = [
      ...bundle.commands.map((command) => () => {
        const ours = channel.commandNamed(command);
        return looked('commands', titleOf(command, ''), command, {
          ours: ours && exporting.command(ours),
          missing: this.missingIn(command.routine, bundle),
          costly: isCostly(command.routine.steps),
        });
      }),
      ...bundle.routines.map((routine) => () => {
        const ours = channel.routineNamed(routine.name);
        return looked('routines', routine.name, routine, {
          ours: ours && exporting.routine(ours),
          missing: this.missingIn(routine.routine, bundle),
          costly: isCostly(routine.routine.steps),
        });
      }),
      ...bundle.lists.map(({ name, lines }) => () => {
        const ours = channel.listNamed(name);
        const about = { ours: ours && { name: ours.name, lines: ours.lines }, missing: [], costly: false };
        return looked('lists', name, { name, lines }, about);
      }),
      ...bundle.timers.map((timer) => () => {
        const ours = channel.timerNamed(timer.name);
        return looked('timers', timer.name, timer, {
          ours: ours && exporting.timer(ours),
          missing: this.missingFor(timer, bundle),
          costly: isCostly([{ kind: 'say', id: '', texts: timer.texts, order: 'random' }]),
        });
      }),
    ];
    const result: Looked[] = [];
    for (const item of items) {
      result.push(item());
      // Measuring a costly one takes a moment, and chat goes on meanwhile.
      await setImmediate();
    }
    return result;
  }

  private missingIn(routine: Routine, bundle: Bundle): string[] {
    const { channel } = this;
    const carries = (items: readonly { readonly name: string }[], name: string): boolean =>
      items.some((each) => foldName(each.name) === foldName(name));
    return [
      ...listsOf(routine)
        .filter((name) => !carries(bundle.lists, name) && channel.listNamed(name) === undefined)
        .map((name) => `the list ${name}`),
      ...routinesOf(routine)
        .filter((name) => !carries(bundle.routines, name) && channel.routineNamed(name) === undefined)
        .map((name) => `the routine ${name}`),
      ...webhooksOf(routine)
        .filter((name) => !this.webhooks.names().includes(name))
        .map((name) => `the webhook ${name}`),
    ];
  }

  private missingFor({ does, runs }: TimerBody, { routines, commands }: Bundle): string[] {
    if (does === 'say') return [];
    const isSame = (name: string): boolean => foldName(name) === foldName(runs);
    const isThere =
      does === 'routine'
        ? routines.some(({ name }) => isSame(name)) || this.channel.routineNamed(runs) !== undefined
        : commands.some((command) => isSame(titleOf(command, ''))) ||
          this.channel.commandTitled(runs) !== undefined;
    return isThere ? [] : [`the ${does} ${runs}`];
  }
}

function looked(
  kind: ItemKind,
  name: string,
  theirs: unknown,
  {
    ours,
    missing,
    costly,
  }: { readonly ours: unknown; readonly missing: readonly string[]; readonly costly: boolean },
): Looked {
  return {
    kind,
    name,
    state: ours === undefined ? 'new' : isSame(theirs, ours) ? 'same' : 'different',
    missing: [...missing, ...askedIn(theirs).map((question) => `the question ${question}`)],
    costly,
    theirs,
    ours: ours ?? null,
  };
}

/** The same whatever the order of its fields. */
function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
}
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, sorted(each)]),
  );
}
