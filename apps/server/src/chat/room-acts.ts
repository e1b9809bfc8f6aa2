import type { Socket } from 'node:net';
import type { Client } from 'irc-framework';
import { MessageNames } from './message-names.js';

/** Where a line goes, when it is not for the room alone. */
export interface Destination {
  /** a viewer who alone gets it */
  readonly to?: string;
  /** the message it answers, as the server calls it */
  readonly thread?: string;
}

/** What is done in the room: lines are said, answered as threads, and taken out again. */
export class RoomActs {
  private readonly messages = new MessageNames();
  private socket: Socket | undefined;
  private gathered: Socket | undefined;

  constructor(
    private readonly client: Client,
    private readonly channel: () => string,
  ) {
    client.on('raw socket connected', (socket) => {
      this.socket = socket;
    });
  }

  /** Puts a line in the channel, or brings it to one viewer. */
  say(text: string, { to, thread }: Destination): void {
    this.gather();
    const target = to ?? this.channel();
    if (thread !== undefined && this.can('message-tags'))
      this.client.raw(`@+draft/reply=${thread} PRIVMSG ${target} :${text}`);
    else this.client.raw('PRIVMSG', target, text);
  }

  /** Remembers what the server calls a line. */
  nameMessage(line: string, msgid: string): void {
    this.messages.name(line, msgid);
  }

  /** What the server calls a line, where messages may be answered as threads. */
  messageOf(line: string): string | undefined {
    return this.can('message-tags') ? this.messages.of(line) : undefined;
  }

  get canRedact(): boolean {
    return this.can('draft/message-redaction');
  }

  /** Takes the last messages out of the room. @returns the lines that are gone */
  redactLast(count: number): string[] {
    const last = this.messages.takeLast(count);
    for (const { msgid } of last) this.client.raw('REDACT', this.channel(), msgid);
    return last.map(({ line }) => line);
  }

  /**
   * Takes lines out of the room. They are known until `redacted` says that the server has taken it.
   *
   * @returns those the server was told of; of the others it is not known what it calls them
   */
  redact(lines: readonly string[], reason: string): string[] {
    return lines.filter((line) => {
      const msgid = this.messages.of(line);
      if (msgid === undefined) return false;
      this.client.raw('REDACT', this.channel(), msgid, reason);
      return true;
    });
  }

  /** The server has taken it that lines are to go. */
  redacted(lines: readonly string[]): void {
    for (const line of lines) this.messages.forget(line);
  }

  /** Keeps out whoever a mask fits, or no longer. */
  ban(mask: string, on: boolean): void {
    this.client.raw('MODE', this.channel(), on ? '+b' : '-b', mask);
  }

  /** Gives someone a mode of the room, by its letter. */
  give(nick: string, mode: string): void {
    this.client.raw('MODE', this.channel(), `+${mode}`, nick);
  }

  /** Asks the server something it answers once it has taken all that was sent before. */
  ask(question: string): void {
    this.client.raw('PING', question);
  }

  kick(nick: string, reason: string): void {
    this.client.raw('KICK', this.channel(), nick, reason);
  }

  /** Whatever is said in one go leaves together: the answers of one moment are one write, not one each. */
  private gather(): void {
    const { socket } = this;
    if (socket === undefined || socket === this.gathered) return;
    this.gathered = socket;
    socket.cork();
    process.nextTick(() => {
      this.gathered = undefined;
      socket.uncork();
    });
  }

  private can(capability: string): boolean {
    return this.client.network.cap.isEnabled(capability);
  }
}
