import { Injectable, type OnModuleInit } from '@nestjs/common';
import { ConnectionService } from '../chat/index.js';
import { SELF } from '../live/index.js';
import { MessagesService } from '../messages/index.js';
import { SettingsService } from '../settings/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService } from '../viewers/index.js';
import { TimersStore } from './timers.store.js';
import { Timing } from './timing.js';

/** Has the timers looked at when something happens that may let one fire. */
@Injectable()
export class TimersWaking implements OnModuleInit {
  constructor(
    private readonly timing: Timing,
    private readonly store: TimersStore,
    private readonly stream: StreamService,
    private readonly connection: ConnectionService,
    private readonly settings: SettingsService,
    private readonly messages: MessagesService,
    private readonly viewers: ViewersService,
  ) {}

  onModuleInit(): void {
    const soon = (): void => {
      this.timing.soon();
    };
    this.stream.subscribe(({ to, back }) => {
      if (to === 'live' && !back) this.store.wentLive();
      soon();
    });
    this.connection.subscribe({ opened: soon });
    this.settings.subscribe(soon);
    this.messages.subscribe(({ viewer }) => {
      // Neither the bot’s own lines nor other bots’ are talk.
      if (viewer !== SELF && this.viewers.facts(viewer)?.bot !== true) this.timing.heard(1);
    });
    soon();
  }
}
