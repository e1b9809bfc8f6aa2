import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { reconnectPause, type TagRoles } from '@gully/core/chat';
import type { ConnectionState, ConnectionView } from '@gully/core/news';
import { foldNick, viewerKey } from '@gully/core/viewers';
import irc, { type Client, type MessageEvent } from 'irc-framework';
import { ConnectionSettings } from '../connection/index.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';
import { connectOptions } from './connect-options.js';
import { MessageNames, msgidOf } from './message-names.js';
import { refusalOf } from './refusal.js';
import { Room, type Present } from './room.js';
import { socketWords } from './socket-words.js';
import { standingOfSpeaker } from './speaker.js';

/** A line somebody typed, with what the connection knows of who it was. */
export interface Heard extends TagRoles {
  readonly key: string;
  readonly nick: string;
  readonly text: string;
  /** what the server calls the message, where it names them */
  readonly msgid: string | undefined;
}

/** Where a line goes, when it is not for the room alone. */
export interface Destination {
  /** a viewer who alone gets it */
  readonly to?: string;
  /** the message it answers, as the server calls it */
  readonly thread?: string;
}

/** The name of the one connection there is yet, as commands and viewers know it. */
export const CONNECTION = 'irc';

export interface ConnectionListener {
  heard?(line: Heard): void;
  /**
   * The server sent one of our own lines back: it was said.
   *
   * @param to the viewer who alone got it
   */
  echoed?(text: string, to: string | undefined): void;
  /** may speak now */
  opened?(): void;
  closed?(): void;
  /** somebody is no longer in the room */
  left?(member: Present): void;
}

/** IRCv3 capabilities asked for beside those the client library always asks for. */
const CAPABILITIES = [
  'account-tag',
  'server-time',
  'message-tags',
  'multi-prefix',
  'away-notify',
  'draft/message-redaction',
];
/** Errors after which there is no getting in, by the client library's names. A server that lacks CAP also errs. */
const REFUSALS = new Set([
  'irc',
  'password_mismatch',
  'banned_from_network',
  'too_many_channels',
  'channel_is_full',
  'invite_only_channel',
  'banned_from_channel',
  'bad_channel_key',
]);
/** Milliseconds a server has from the first packet to letting us into the channel. */
const ENTRY_MS = 20_000;

/** Milliseconds after which a room that did not let Gully speak is tried again. */
const MUTED_MS = 30_000;

/**
 * The connection to the chat room. Joins, knows who is there and with which roles, and
 * comes back by itself with growing pauses. It works with any IRC server; what IRCv3 adds
 * is used where it is offered.
 */
@Injectable()
export class ConnectionService implements OnModuleDestroy {
  readonly room = new Room();
  private readonly client: Client = new irc.Client();
  private readonly listeners: ConnectionListener[] = [];
  private state: ConnectionState = 'connecting';
  private since = Date.now();
  private words = '';
  private nextTryAt: number | undefined;
  private failures = 0;
  private retry: NodeJS.Timeout | undefined;
  private entry: NodeJS.Timeout | undefined;
  private ending = false;
  /** on its way out of a room to enter another */
  private moving = false;
  /** whether the server last met tells accounts; taken to until one was met */
  private vouches = true;
  private waitingLines: () => number = () => 0;
  private readonly messages = new MessageNames();

  constructor(
    private readonly settings: ConnectionSettings,
    private readonly news: NewsService,
    @Inject(LOG) private readonly log: Log,
  ) {
    this.client.requestCap(CAPABILITIES);
    this.passOverWhatIsBroken();
    this.follow();
    settings.subscribe(() => {
      this.reconnect();
    });
  }

  subscribe(listener: ConnectionListener): void {
    this.listeners.push(listener);
  }

  /** Lets the outbox tell how much waits, for the view. */
  countWaitingWith(count: () => number): void {
    this.waitingLines = count;
  }

  get open(): boolean {
    return this.state === 'connected' || this.state === 'limited';
  }

  get confirms(): boolean {
    return this.client.network.cap.isEnabled('echo-message');
  }

  get hasModeratorRights(): boolean {
    return this.state === 'connected';
  }

  /** The identity under which the bot itself speaks. */
  get self(): string {
    return this.room.keyOf(this.nick, this.settings.room.account);
  }

  /** The name the bot goes by in the room now. */
  get nick(): string {
    return this.client.user.nick || this.settings.room.nick;
  }

  /**
   * The identity of somebody told of by others than the room, the same as they have when they write:
   * by account where it is told or the server vouches for accounts, else by name.
   */
  identityOf(name: string, account: string | undefined): string {
    if (account !== undefined) return this.room.keyOf(name, account);
    return this.room.knows(name) || !this.vouches ? this.room.keyOf(name, undefined) : viewerKey(name, name);
  }

  /** Tries to connect, now and then again by itself until the program ends. */
  connect(): void {
    clearTimeout(this.retry);
    this.nextTryAt = undefined;
    if (this.state === 'muted') this.entered();
    if (this.open || this.ending) return;
    if (!this.settings.isSet) {
      this.change('unset', '');
      return;
    }
    this.change('connecting', '');
    this.entry = setTimeout(() => {
      this.fail('lost', 'The server did not let Gully into the channel in time');
    }, ENTRY_MS);
    this.client.connect(connectOptions(this.settings.room));
  }

  /** Goes to the room as it is set now, from wherever it is. */
  private reconnect(): void {
    this.failures = 0;
    if (!this.client.connected) {
      this.state = 'lost';
      this.connect();
      return;
    }
    this.moving = true;
    this.fail('lost', 'The settings of the connection were changed');
  }

  /** Puts a line in the channel, or brings it to one viewer. False when there is no connection to put it on. */
  send(text: string, { to, thread }: Destination = {}): boolean {
    if (!this.open || !this.client.connected) return false;
    const target = to ?? this.settings.room.channel;
    const tags = this.client.network.cap.isEnabled('message-tags');
    if (thread !== undefined && tags) this.client.raw(`@+draft/reply=${thread} PRIVMSG ${target} :${text}`);
    else this.client.raw('PRIVMSG', target, text);
    return true;
  }

  /** Remembers what the server calls a line. */
  nameMessage(line: string, msgid: string): void {
    this.messages.name(line, msgid);
  }

  /** What the server calls a line, where messages may be answered as threads. */
  messageOf(line: string): string | undefined {
    return this.client.network.cap.isEnabled('message-tags') ? this.messages.of(line) : undefined;
  }

  /** Takes the last messages out of the room. @returns the lines that are gone, or why none could be */
  redactLast(count: number): { readonly gone: readonly string[]; readonly failed: string | undefined } {
    const nothing = (failed: string): { gone: readonly string[]; failed: string } => ({ gone: [], failed });
    if (!this.open || !this.client.connected) return nothing('Gully is not connected to the room');
    if (!this.client.network.cap.isEnabled('draft/message-redaction'))
      return nothing('this chat room cannot remove messages');
    if (!this.hasModeratorRights) return nothing('Gully has no moderator rights here');
    const last = this.messages.takeLast(count);
    for (const { msgid } of last) this.client.raw('REDACT', this.settings.room.channel, msgid);
    return { gone: last.map(({ line }) => line), failed: undefined };
  }

  view(): ConnectionView {
    const { host, port, channel } = this.settings.room;
    return {
      state: this.state,
      since: new Date(this.since).toISOString(),
      words: this.words,
      nextTryAt: this.nextTryAt === undefined ? null : new Date(this.nextTryAt).toISOString(),
      nick: this.nick,
      channel,
      server: `${host}:${String(port)}`,
      present: this.room.size,
      capabilities: this.open ? [...this.client.network.cap.enabled].sort() : [],
      waiting: this.waitingLines(),
    };
  }

  /** The first phase of shutting down: from here on nothing new is heard. */
  onModuleDestroy(): void {
    this.ending = true;
    clearTimeout(this.retry);
    clearTimeout(this.entry);
    if (this.client.connected) this.client.quit('Gully is switched off');
  }

  /** The library takes it on trust that a server's lines are whole; one that is not must not end the program. */
  private passOverWhatIsBroken(): void {
    const { command_handler: handler } = this.client;
    const dispatch = handler.dispatch.bind(handler);
    handler.dispatch = (message) => {
      try {
        dispatch(message);
      } catch (error) {
        this.log.warn(
          { error, command: message.command },
          'a line from the chat server could not be read, and is passed over',
        );
      }
    };
  }

  private follow(): void {
    const { client, settings, room } = this;
    const here = (channel: string): boolean => foldNick(channel) === foldNick(settings.room.channel);
    // Answers are short; without this the network may hold each back for the last one's receipt.
    client.on('raw socket connected', (socket) => {
      socket.setNoDelay(true);
    });
    client.on('registered', () => {
      client.join(settings.room.channel);
    });
    client.on('userlist', ({ channel, users }) => {
      if (!here(channel)) return;
      room.replace(users);
      this.askAccounts();
      this.entered();
    });
    client.on('join', ({ nick, channel, account }) => {
      if (here(channel)) room.join(nick, account === false ? undefined : account);
    });
    client.on('part', ({ nick, channel }) => {
      if (here(channel)) this.gone(nick);
    });
    client.on('quit', ({ nick }) => {
      this.gone(nick);
      // Whoever held the bot's own name, most often a ghost of its last connection, is gone.
      if (foldNick(nick) === foldNick(settings.room.nick)) client.changeNick(settings.room.nick);
    });
    client.on('nick', ({ nick, new_nick }) => {
      room.rename(nick, new_nick);
      if (foldNick(new_nick) === foldNick(settings.room.nick)) this.change(this.state, '');
    });
    client.on('kick', ({ kicked, nick, channel, message }) => {
      if (!here(channel)) return;
      this.gone(kicked);
      if (foldNick(kicked) === foldNick(this.nick))
        this.fail('refused', `${nick} removed Gully from the channel: ${message}`);
    });
    client.on('mode', ({ target, modes }) => {
      if (!here(target)) return;
      for (const { mode, param } of modes)
        if (param !== null) room.setMode(param, mode.slice(1), mode.startsWith('+'));
      if (this.open || this.state === 'muted') this.entered();
    });
    client.on('message', (event) => {
      if (event.type === 'notice') return;
      if (foldNick(event.nick) === foldNick(this.nick)) {
        const to = here(event.target) ? undefined : event.target;
        for (const listener of this.listeners) listener.echoed?.(event.message, to);
      } else if (here(event.target)) this.hear(event);
    });
    client.on('nick in use', ({ nick }) => {
      // A ghost of our own last connection may still hold the name; it is gone in a minute.
      client.changeNick(`${nick.slice(0, 28)}_`);
    });
    client.on('sasl failed', ({ reason, message }) => {
      this.words = `Signing in failed: ${message ?? reason}`;
    });
    client.on('irc error', ({ error, reason, channel }) => {
      if (this.open && error === 'cannot_send_to_channel' && channel !== undefined && here(channel))
        this.mute(reason ?? error);
      else if (this.open) this.log.warn({ error, reason }, 'the chat server reported an error');
      else if (this.state === 'connecting' && REFUSALS.has(error) && (channel === undefined || here(channel)))
        this.fail('refused', reason ?? error);
    });
    client.on('unknown command', (line) => {
      const refusal = refusalOf(line, settings.room.channel);
      if (refusal !== undefined && this.state === 'connecting') this.fail('refused', refusal);
    });
    client.on('close', () => {
      if (this.moving) {
        this.moving = false;
        this.connect();
      } else if (!this.ending && this.state !== 'lost' && this.state !== 'refused')
        this.fail('lost', this.words || 'The connection was closed');
    });
    client.on('socket close', (error) => {
      // What the server itself said of it is worth more than what became of the socket after that.
      if (error instanceof Error && this.state !== 'refused' && this.state !== 'lost')
        this.words = socketWords(error, settings.room);
    });
  }

  /** The list of those present has no accounts; where the server tells them otherwise (WHOX), they are asked for. */
  private askAccounts(): void {
    if (!this.client.network.supports('whox')) return;
    this.client.who(this.settings.room.channel, ({ users }) => {
      for (const { nick, account } of users) this.room.learn(nick, account);
    });
  }

  private gone(nick: string): void {
    const member = this.room.leave(nick);
    if (member !== undefined) for (const listener of this.listeners) listener.left?.(member);
  }

  private entered(): void {
    this.vouches = this.client.network.cap.isEnabled('account-tag');
    clearTimeout(this.entry);
    clearTimeout(this.retry);
    this.nextTryAt = undefined;
    this.failures = 0;
    const wasOpen = this.open;
    const rights = this.room.rolesOf(this.nick).some((role) => role === 'moderator' || role === 'streamer');
    this.change(rights ? 'connected' : 'limited', '');
    if (!wasOpen) for (const listener of this.listeners) listener.opened?.();
  }

  /** The room does not let it speak: what is to be said waits until its modes change, or for a while. */
  private mute(words: string): void {
    clearTimeout(this.retry);
    this.nextTryAt = Date.now() + MUTED_MS;
    this.change('muted', words);
    this.retry = setTimeout(() => {
      if (this.state === 'muted') this.entered();
    }, MUTED_MS);
    for (const listener of this.listeners) listener.closed?.();
  }

  private fail(state: 'lost' | 'refused', words: string): void {
    clearTimeout(this.entry);
    clearTimeout(this.retry);
    const wasOpen = this.open;
    const pause = reconnectPause(this.failures++, Math.random());
    this.nextTryAt = Date.now() + pause;
    for (const member of this.room.present()) for (const listener of this.listeners) listener.left?.(member);
    this.room.clear();
    this.change(state, words);
    this.retry = setTimeout(() => {
      this.connect();
    }, pause);
    if (this.client.connected) this.client.quit();
    if (wasOpen) for (const listener of this.listeners) listener.closed?.();
  }

  private hear(event: MessageEvent): void {
    if (this.ending) return;
    const { nick, account, message } = event;
    // What somebody says of themselves is no command, and is kept as it was typed.
    const text = event.type === 'action' ? `/me ${message}` : message;
    const vouched = this.client.network.cap.isEnabled('account-tag');
    const standing = standingOfSpeaker(event, this.room.rolesOf(nick), this.settings.room, vouched);
    this.room.learn(nick, account);
    const heard: Heard = {
      ...standing,
      key: this.room.keyOf(nick, account),
      nick,
      text,
      msgid: msgidOf(event),
    };
    for (const listener of this.listeners) listener.heard?.(heard);
  }

  private change(state: ConnectionState, words: string): void {
    if (state !== this.state) this.since = Date.now();
    this.state = state;
    this.words = words;
    this.log.info({ state, words }, 'chat connection');
    this.news.publish('connection', this.view());
  }
}
