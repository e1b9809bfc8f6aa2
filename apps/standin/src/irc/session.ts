import type { Socket } from 'node:net';
import { escapeTag, parseMessage, type Message } from './message.js';
import type { Outgoing, Person } from './person.js';
import { emotesTag, textOf } from './emotes-tag.js';
import { rolesTag } from './roles-tag.js';

export const CAPABILITIES = [
  'account-tag',
  'away-notify',
  'draft/message-redaction',
  'echo-message',
  'extended-join',
  'message-tags',
  'multi-prefix',
  'sasl',
  'server-time',
] as const;
export type Capability = (typeof CAPABILITIES)[number];

/** Bytes of one line without its tags, and of its tags, that a client may send. */
const LINE_LIMIT = 512;
const TAGS_LIMIT = 4_096;

/** The tag that tells a speaker's roles on the platform. Set by the server; what a client sends under it is not passed on. */
export const ROLES_TAG = 'gully.example/roles';
/** The tag that tells where emotes stand. */
export const EMOTES_TAG = 'gully.example/emotes';

/** One client's socket: cuts what comes into messages, and writes lines with the tags the client asked for. */
export class Session {
  readonly capabilities = new Set<Capability>();
  nick: string | undefined;
  user: string | undefined;
  account: string | undefined;
  saslUnderWay = false;
  negotiating = false;
  person: Person | undefined;
  private received = '';

  constructor(
    private readonly socket: Socket,
    onMessage: (message: Message, session: Session) => void,
    onEnd: (session: Session) => void,
  ) {
    socket.setEncoding('utf8');
    socket.setNoDelay(true);
    socket.on('data', (chunk: string) => {
      this.received += chunk;
      const lines = this.received.split('\n');
      this.received = lines.pop() ?? '';
      if (this.received.length > LINE_LIMIT + TAGS_LIMIT) this.end('Input line too long');
      for (const raw of lines) {
        const line = raw.replace(/\r$/, '');
        const body = line.startsWith('@') ? line.slice(line.indexOf(' ') + 1) : line;
        if (Buffer.byteLength(body) > LINE_LIMIT - 2) {
          this.write(`:irc.standin.example 417 ${this.nick ?? '*'} :Input line was too long`);
          continue;
        }
        const message = parseMessage(line);
        if (message !== undefined) onMessage(message, this);
      }
    });
    socket.on('close', () => {
      onEnd(this);
    });
    socket.on('error', () => {
      socket.destroy();
    });
  }

  write(line: string): void {
    if (!this.socket.destroyed) this.socket.write(`${line}\r\n`);
  }

  /** Writes a line of the room, unless it is the client's own and it did not ask for an echo. */
  receive(outgoing: Outgoing): void {
    const own = outgoing.sender !== undefined && outgoing.sender === this.person;
    if (own && outgoing.msgid !== undefined && !this.capabilities.has('echo-message')) return;
    this.write(this.tagsFor(outgoing) + this.extendJoin(outgoing));
  }

  /** Ends the connection with the server's words. */
  end(words: string): void {
    this.write(`ERROR :${words}`);
    // Not just half of it: a client that keeps its side open would hold the server up.
    this.socket.destroySoon();
  }

  /** Breaks the connection as a network would: at once and without words. */
  drop(): void {
    this.socket.resetAndDestroy();
  }

  private tagsFor({ line, sender, msgid, clientTags, at }: Outgoing): string {
    const tags: string[] = [];
    const has = (capability: Capability): boolean => this.capabilities.has(capability);
    if (has('server-time')) tags.push(`time=${at.toISOString()}`);
    if (has('account-tag') && sender?.account !== undefined)
      tags.push(`account=${escapeTag(sender.account)}`);
    if (has('message-tags')) {
      if (msgid !== undefined) tags.push(`msgid=${msgid}`);
      if (sender !== undefined && sender.roles.length > 0)
        tags.push(`${ROLES_TAG}=${escapeTag(rolesTag(sender.nick, sender.roles))}`);
      const emotes = emotesTag(textOf(line));
      if (emotes !== '') tags.push(`${EMOTES_TAG}=${emotes}`);
      for (const [name, value] of clientTags ?? []) tags.push(`${name}=${escapeTag(value)}`);
    }
    return tags.length === 0 ? '' : `@${tags.join(';')} `;
  }

  private extendJoin({ line, sender }: Outgoing): string {
    const isJoin = line.split(' ', 2)[1] === 'JOIN';
    return isJoin && this.capabilities.has('extended-join')
      ? `${line} ${sender?.account ?? '*'} :viewer`
      : line;
  }
}
