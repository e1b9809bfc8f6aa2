import { Injectable, type OnModuleInit } from '@nestjs/common';
import { prepareLines } from '@gully/core/chat';
import { happens, isAnswered, nextPrivate, takeAnswer, type Redemption } from '@gully/core/rewards';
import { strangerFacts } from '@gully/core/viewers';
import { ConnectionService, HandledMessages, Outbox, type Heard } from '../chat/index.js';
import { ChannelWorld } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { ViewersService } from '../viewers/index.js';
import { RewardsService } from './rewards.service.js';

/** Takes what buyers answer in private messages. */
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
  ) {}

  onModuleInit(): void {
    this.connection.subscribe({
      whispered: (line) => {
        this.take(line);
      },
    });
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
            tell(this.thanks(answered));
          },
        };
      },
    });
  }

  /** The purchase someone is asked about: one that waits for it first, of several the last. */
  private askingOf(viewer: string): Redemption | undefined {
    const asking = this.world
      .now()
      .rewards.openOf(viewer)
      .filter(({ answers }) => nextPrivate(answers));
    return asking.findLast(({ state }) => state === 'asked') ?? asking.at(-1);
  }

  private thanks(redemption: Redemption): readonly string[] {
    const { viewer: id, name, at } = redemption;
    const viewer = this.viewers.facts(id) ?? strangerFacts(id, name, [], at);
    const world = this.world.now();
    return world.rewards.says(world, redemption, { viewer, at: Date.now(), message: 'thanked' });
  }
}
