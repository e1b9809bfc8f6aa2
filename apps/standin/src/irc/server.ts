import { createServer, type AddressInfo, type Server } from 'node:net';
import { COMMANDS } from './commands.js';
import { formatMessage, type Message } from './message.js';
import { fold, type Person } from './person.js';
import { authenticate, negotiate, type Accounts } from './registration.js';
import { Room, SERVER, type Standing } from './room.js';
import { Session } from './session.js';

export interface IrcOptions {
  readonly channel: string;
  readonly accounts: Accounts;
  /** true for a server as of RFC 2812, without any IRCv3 capability */
  readonly plain: boolean;
  /** who is streamer, moderator or VIP when they join */
  readonly standingOf: (nick: string) => Standing | undefined;
}

/** What servers from before IRCv3 do not know. */
const PLAIN_UNKNOWN = new Set(['CAP', 'AUTHENTICATE', 'REDACT']);
const NICK = /^[^\s:,#&@!*?+~]{1,30}$/u;

/** The chat room's server: the subset of IRC that chat bots and ordinary clients use, over TCP. */
export class IrcServer {
  readonly room: Room;
  private readonly server: Server;
  private readonly sessions = new Set<Session>();
  private refuseUntil = 0;

  constructor(private readonly options: IrcOptions) {
    this.room = new Room(options.channel, options.standingOf);
    this.server = createServer((socket) => {
      const session = new Session(
        socket,
        (message, from) => {
          this.take(message, from);
        },
        (ended) => {
          this.forget(ended, 'Connection closed');
        },
      );
      if (Date.now() < this.refuseUntil)
        session.end('Closing link: the server is not taking connections right now');
      else this.sessions.add(session);
    });
  }

  /** Listens on loopback; resolves with the port. */
  listen(port: number): Promise<number> {
    return new Promise((resolve, reject) => {
      this.server.once('error', reject);
      this.server.listen(port, '127.0.0.1', () => {
        resolve((this.server.address() as AddressInfo).port);
      });
    });
  }

  async close(): Promise<void> {
    for (const session of this.sessions) session.end('The stand-in is switched off');
    await new Promise((resolve) => this.server.close(resolve));
  }

  /** Breaks connections as a network would: of one nick, or all. Returns how many. */
  drop(nick?: string): number {
    const broken = [...this.sessions].filter(
      (session) => nick === undefined || fold(session.nick ?? '') === fold(nick),
    );
    for (const session of broken) session.drop();
    return broken.length;
  }

  /** Turns new connections away until then, UTC milliseconds. */
  refuse(until: number): void {
    this.refuseUntil = until;
  }

  /** Nicks behind a socket. */
  get connected(): string[] {
    return [...this.sessions].flatMap(({ person }) => (person === undefined ? [] : [person.nick]));
  }

  private take(message: Message, session: Session): void {
    const reply = (...params: string[]): void => {
      this.reply(session, params);
    };
    const { person } = session;
    if (this.options.plain && PLAIN_UNKNOWN.has(message.command))
      reply('421', message.command, 'Unknown command');
    else if (message.command === 'CAP') negotiate(session, message, reply);
    else if (message.command === 'AUTHENTICATE') authenticate(session, message, this.options.accounts, reply);
    else if (person === undefined) this.register(session, message, reply);
    else {
      const handler = COMMANDS[message.command];
      const context = {
        session,
        person,
        room: this.room,
        reply,
        rename: (nick: string): void => {
          this.rename(session, person, nick);
        },
        quit: (words: string): void => {
          this.forget(session, words);
          session.end('Closing link');
        },
      };
      if (handler === undefined) reply('421', message.command, 'Unknown command');
      else handler(context, message);
    }
    this.welcome(session);
  }

  /** Numerics carry the reader's nick first; PONG and CAP stand as they are. */
  private reply(session: Session, [command = '', ...params]: string[]): void {
    const named = command === 'PONG' ? params : [session.nick ?? '*', ...params];
    session.write(formatMessage(SERVER, command, named));
  }

  private register(
    session: Session,
    { command, params }: Message,
    reply: (...params: string[]) => void,
  ): void {
    if (command === 'NICK') this.rename(session, undefined, params[0] ?? '');
    else if (command === 'USER')
      session.user = (params[0] ?? 'viewer').replace(/[^\w-]/g, '').slice(0, 10) || 'viewer';
    else if (command === 'PING') reply('PONG', SERVER, params[0] ?? '');
    else if (command === 'QUIT') session.end('Closing link');
    else if (command !== 'PASS') reply('451', 'You have not registered');
  }

  private rename(session: Session, person: Person | undefined, nick: string): void {
    const taken =
      this.room.seat(nick)?.person ??
      [...this.sessions].find((other) => other !== session && fold(other.nick ?? '') === fold(nick))?.nick;
    if (!NICK.test(nick)) this.reply(session, ['432', nick, 'Erroneous nickname']);
    else if (taken !== undefined && taken !== person)
      this.reply(session, ['433', nick, 'Nickname is already in use']);
    else {
      if (person !== undefined) {
        if (this.room.seat(person.nick) === undefined)
          session.write(formatMessage(person.nick, 'NICK', [nick]));
        this.room.rename(person, nick);
        person.nick = nick;
      }
      session.nick = nick;
    }
  }

  /** Lets a client in once it has a nick, a user and is done negotiating. */
  private welcome(session: Session): void {
    const { nick, user, negotiating, account } = session;
    if (session.person !== undefined || nick === undefined || user === undefined || negotiating) return;
    session.person = {
      nick,
      user,
      account,
      roles: [],
      away: false,
      receive: (outgoing) => {
        session.receive(outgoing);
      },
    };
    this.reply(session, ['001', `Welcome to the stand-in, ${nick}`]);
    this.reply(session, ['002', `Your host is ${SERVER}`]);
    this.reply(session, ['004', SERVER, 'gully-standin', 'i', 'bimoqv', 'boqv']);
    this.reply(session, [
      '005',
      'PREFIX=(qov)~@+',
      'CHANMODES=b,,,im',
      'CHANTYPES=#',
      'CASEMAPPING=rfc1459',
      'NICKLEN=30',
      'WHOX',
      'are supported by this server',
    ]);
    this.reply(session, ['422', 'There is no message of the day']);
  }

  private forget(session: Session, words: string): void {
    this.sessions.delete(session);
    const { person } = session;
    session.person = undefined;
    if (person !== undefined && this.room.seat(person.nick)?.person === person)
      this.room.leave(person, 'QUIT', words);
  }
}
