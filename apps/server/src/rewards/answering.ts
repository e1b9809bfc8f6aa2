import { Injectable, type OnModuleInit } from '@nestjs/common';
import { prepareLines } from '@gully/core/chat';
import {
  happens,
  isAnswered,
  nextPrivate,
  takeAnswer,
  type Redemption,
  type RewardMessage,
} from '@gully/core/rewards';
import { sayOf } from '@gully/core/rewards';
import { strangerFacts } from '@gully/core/viewers';
import { ConnectionService, HandledMessages, Outbox, type Heard } from '../chat/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { ViewersService } from '../viewers/index.js';
import { RewardsService } from './rewards.service.js';

/** Asks buyers for what chat may not carry, and takes what they answer in private messages. */
@Injectable()
export class Answering implements OnModuleInit {
  constructor(
    private readonly rewards: RewardsService,
    private readonly viewers: ViewersService,
    private readonly connection: ConnectionService,
    private readonly outbox: Outbox,
    private readonly handled: HandledMessages,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    keepers: Keepers,
  ) {
    keepers.follow('redemption', (changes) => {
      for (const { act, redemption } of changes)
        if (act === 'bought' && redemption.state === 'asked') void this.ask(redemption);
    });
  }

  onModuleInit(): void {
    this.connection.subscribe({
      whispered: (line) => {
        this.take(line);
      },
    });
  }

  /** In private where that gets there, else in chat: what is asked for is no secret. */
  private async ask(redemption: Redemption): Promise<void> {
    const lines = this.linesOf(redemption, 'asked');
    const cause = { because: `of the reward ${redemption.title}`, viewer: redemption.viewer };
    const shown = lines.join(' ');
    const failed = await this.outbox.handOver(redemption.name, lines, shown, cause);
    const [first = '', ...rest] = lines;
    if (failed !== undefined && lines.length > 0)
      this.outbox.say([`${redemption.name}, ${first}`, ...rest], 'reply', cause);
  }

  private take({ key, nick: name, text, roles, msgid }: Heard): void {
    const at = Date.now();
    this.pipeline.surely({
      kind: 'answer',
      actor: 'gully',
      seen: [{ key, name, role: roles[0] ?? 'viewer', at }],
      decide: (idOf) => {
        const viewer = idOf(key);
        const asking = this.askingOf(viewer);
        if (asking === undefined) return { changes: [], done: () => undefined };
        const asks = this.rewards.preparedOf(asking.reward)?.terms.asks ?? [];
        const taken = takeAnswer(asking.answers, asks, text);
        const cause = { because: `of the reward ${asking.title}`, viewer };
        const tell = (lines: readonly string[]): void => {
          this.outbox.say(lines, 'reply', cause, { to: name });
        };
        if ('fault' in taken)
          return {
            changes: [],
            done: () => {
              tell(prepareLines(`That is not kept: ${taken.fault}.`, true));
            },
          };
        const isReady = asking.state === 'asked' && isAnswered(taken.answers);
        const answered = {
          ...asking,
          answers: taken.answers,
          state: isReady ? 'bought' : asking.state,
        } as const;
        return {
          changes: [happens('answered', answered, { by: `viewer:${viewer}`, at })],
          along: async (manager) => {
            if (msgid !== undefined) await this.handled.write(manager, msgid);
          },
          done: () => {
            tell(this.linesOf(answered, 'thanked'));
          },
        };
      },
    });
  }

  /** The purchase somebody is asked about: one that waits for it first, of several the last. */
  private askingOf(viewer: string): Redemption | undefined {
    const asking = this.world
      .now()
      .rewards.openOf(viewer)
      .filter(({ answers }) => nextPrivate(answers));
    return asking.findLast(({ state }) => state === 'asked') ?? asking.at(-1);
  }

  private linesOf(redemption: Redemption, message: RewardMessage): string[] {
    const prepared = this.rewards.preparedOf(redemption.reward);
    if (prepared === undefined) return [];
    const { viewer: id, name, at } = redemption;
    const viewer = this.viewers.facts(id) ?? strangerFacts(id, name, [], at);
    return sayOf(this.world.now(), prepared, redemption, { viewer, at: Date.now(), present: [], message });
  }
}
