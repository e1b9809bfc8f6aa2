import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { readEmotesTag, reconnectPause } from '@gully/core/chat';
import type { ConnectionState, ConnectionView } from '@gully/core/news';
import { viewerKey } from '@gully/core/viewers';
import irc, { type Client, type MessageEvent } from 'irc-framework';
import { ConnectionSettings } from '../connection/index.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';
import { connectOptions } from './connect-options.js';
import { followClient, type ToldByServer } from './follow-client.js';
import { HandledMessages } from './handled-messages.js';
import type { ConnectionListener, Heard } from './heard.js';
import { msgidOf } from './message-names.js';
import { RoomActs, type Destination } from './room-acts.js';
import { Room } from './room.js';
import { socketWords } from './socket-words.js';
import { standingOfSpeaker } from './speaker.js';

/** IRCv3 capabilities asked for beside those the client library always asks for. */
const CAPABILITIES = [
  'account-tag',
  'server-time',
  'message-tags',
  'multi-prefix',
  'away-notify',
  'draft/message-redaction',
];
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
  /** what is done in the room; of use only while it is open */
  readonly acts = new RoomActs(this.client, () => this.settings.room.channel);

  constructor(
    private readonly settings: ConnectionSettings,
    private readonly news: NewsService,
    private readonly handled: HandledMessages,
    @Inject(LOG) private readonly log: Log,
  ) {
    this.client.requestCap(CAPABILITIES);
    followClient({
      client: this.client,
      room: this.room,
      log,
      set: () => settings.room,
      nick: () => this.nick,
      told: this.told(),
    });
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
   * The identity of someone told of by others than the room, the same as they have when they write:
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
  send(text: string, destination: Destination = {}): boolean {
    if (!this.open || !this.client.connected) return false;
    this.acts.say(text, destination);
    return true;
  }

  /** Remembers what the server calls a line. */
  nameMessage(line: string, msgid: string): void {
    this.acts.nameMessage(line, msgid);
  }

  /** What the server calls a line, where messages may be answered as threads. */
  messageOf(line: string): string | undefined {
    return this.acts.messageOf(line);
  }

  /** Takes the last messages out of the room. @returns the lines that are gone, or why none could be */
  redactLast(count: number): { readonly gone: readonly string[]; readonly failed: string | undefined } {
    const nothing = (failed: string): { gone: readonly string[]; failed: string } => ({ gone: [], failed });
    if (!this.open || !this.client.connected) return nothing('Gully is not connected to the room');
    if (!this.acts.canRedact) return nothing('this chat room cannot remove messages');
    if (!this.hasModeratorRights) return nothing('Gully has no moderator rights here');
    return { gone: this.acts.redactLast(count), failed: undefined };
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

  private told(): ToldByServer {
    return {
      entered: () => {
        this.entered();
      },
      modesChanged: () => {
        if (this.open || this.state === 'muted') this.entered();
      },
      left: (nick) => {
        this.gone(nick);
      },
      renamed: () => {
        this.change(this.state, '');
      },
      removed: (words) => {
        this.fail('refused', words);
      },
      moderated: (act) => {
        for (const listener of this.listeners) listener.moderated?.(act);
      },
      said: (event) => {
        const line = this.hear(event);
        if (line !== undefined) for (const listener of this.listeners) listener.heard?.(line);
      },
      whispered: (event) => {
        const line = this.hear(event);
        if (line !== undefined) for (const listener of this.listeners) listener.whispered?.(line);
      },
      undelivered: (nick, words) => {
        for (const listener of this.listeners) listener.undelivered?.(nick, words);
      },
      reached: (question) => {
        for (const listener of this.listeners) listener.reached?.(question);
      },
      actRefused: (words) => {
        for (const listener of this.listeners) listener.actRefused?.(words);
      },
      joined: (nick) => {
        for (const listener of this.listeners) listener.joined?.(nick);
      },
      echoed: (text, to) => {
        for (const listener of this.listeners) listener.echoed?.(text, to);
      },
      signInFailed: (words) => {
        this.words = words;
      },
      refused: (words) => {
        if (this.state === 'connecting') this.fail('refused', words);
        else if (this.open) this.log.warn({ words }, 'the chat server reported an error');
      },
      muted: (words) => {
        if (this.open) this.mute(words);
      },
      closed: () => {
        this.closed();
      },
      socketClosed: (error) => {
        // What the server itself said of it is worth more than what became of the socket after that.
        if (this.state !== 'refused' && this.state !== 'lost')
          this.words = socketWords(error, this.settings.room);
      },
    };
  }

  private closed(): void {
    if (this.moving) {
      this.moving = false;
      this.connect();
    } else if (!this.ending && this.state !== 'lost' && this.state !== 'refused')
      this.fail('lost', this.words || 'The connection was closed');
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

  /** @returns nothing for a message that was heard before, as when a server sends the last ones again */
  private hear(event: MessageEvent): Heard | undefined {
    const msgid = msgidOf(event);
    if (this.ending || (msgid !== undefined && !this.handled.begin(msgid))) return undefined;
    const { nick, account, message } = event;
    // What someone says of themselves is no command, and is kept as it was typed.
    const lead = event.type === 'action' ? '/me ' : '';
    const text = lead + message;
    const emotes = readEmotesTag(event.tags[this.settings.emotesTag] ?? '', message).map(({ from, to }) => ({
      from: from + lead.length,
      to: to + lead.length,
    }));
    const vouched = this.client.network.cap.isEnabled('account-tag');
    const standing = standingOfSpeaker(event, this.room.rolesOf(nick), this.settings.room, vouched);
    this.room.learn(nick, account);
    return {
      ...standing,
      key: this.room.keyOf(nick, account),
      nick,
      text,
      emotes,
      msgid,
    };
  }

  private change(state: ConnectionState, words: string): void {
    if (state !== this.state) this.since = Date.now();
    this.state = state;
    this.words = words;
    this.log.info({ state, words }, 'chat connection');
    this.news.publish('connection', this.view());
  }
}
