import type { AddressInfo } from 'node:net';
import { createServer } from 'node:http';
import { Board } from './control/board.js';
import { Events, type EventsTarget } from './control/events.js';
import { Stream } from './control/stream.js';
import { controlApi } from './control/api.js';
import { Crowd, REGULARS } from './crowd/index.js';
import { fold, IrcServer, People, type Standing } from './irc/index.js';

export interface StandinOptions {
  /** 0 for any free port */
  readonly ircPort: number;
  readonly httpPort: number;
  readonly channel: string;
  readonly streamer: string;
  /** the bot that is given moderator rights when it joins */
  readonly bot: string;
  readonly seed: number;
  /** an IRC server without any IRCv3 capability */
  readonly plain?: boolean;
  /** where events are sent; nowhere where it is not given */
  readonly eventsTo?: EventsTarget | undefined;
}

export interface Standin {
  readonly ircPort: number;
  readonly httpPort: number;
  readonly crowd: Crowd;
  readonly stream: Stream;
  readonly events: Events;
  readonly board: Board;
  close(): Promise<void>;
}

/** Starts the simulated platform on loopback. */
export async function startStandin(options: StandinOptions): Promise<Standin> {
  const irc = new IrcServer({
    channel: options.channel,
    plain: options.plain ?? false,
    // The bot's own account; a password in the open, as everything here is pretended.
    accounts: new Map([[options.bot, 'lantern']]),
    standingOf: (nick) => standingOf(nick, options),
  });
  const people = new People(irc.room);
  const crowd = new Crowd(people, options.seed);
  const stream = new Stream();
  const events = new Events(options.eventsTo);
  const board = new Board();
  const http = createServer(controlApi({ irc, people, crowd, stream, events, board }));
  const ircPort = await irc.listen(options.ircPort);
  const httpPort = await new Promise<number>((resolve, reject) => {
    http.once('error', reject);
    http.listen(options.httpPort, '127.0.0.1', () => {
      resolve((http.address() as AddressInfo).port);
    });
  });
  return {
    ircPort,
    httpPort,
    crowd,
    stream,
    events,
    board,
    close: async () => {
      crowd.stop();
      http.closeAllConnections();
      await Promise.all([irc.close(), new Promise((resolve) => http.close(resolve))]);
    },
  };
}

function standingOf(nick: string, { bot, streamer }: StandinOptions): Standing | undefined {
  if (fold(nick) === fold(streamer)) return 'q';
  if (fold(nick) === fold(bot)) return 'o';
  const roles = REGULARS.find(([name]) => name === fold(nick))?.[1] ?? [];
  if (roles.includes('moderator')) return 'o';
  return roles.includes('vip') ? 'v' : undefined;
}
