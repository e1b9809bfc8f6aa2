import { foldNick } from '@gully/core/viewers';
import type { Client, MessageEvent } from 'irc-framework';
import type { Log } from '../log/index.js';
import { refusalOf } from './refusal.js';
import type { Moderated } from './heard.js';
import type { Room } from './room.js';

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

/** Whether a line to one viewer did not get there. The library says nobody by that name, or that they cannot be sent to. */
const undelivered = (error: string): boolean =>
  error === 'no_such_nick' || (error.startsWith('cannot_send_to_') && !error.endsWith('_channel'));

/** What the chat server tells, as far as the connection goes by it. Who is there is kept in the room already. */
export interface ToldByServer {
  /** in the channel, with all who are there */
  entered(): void;
  modesChanged(): void;
  /** someone left, in whatever way */
  left(nick: string): void;
  /** Gully goes by its own name again */
  renamed(): void;
  removed(words: string): void;
  /** someone else removed or banned someone, or lifted a ban */
  moderated(act: Moderated): void;
  said(event: MessageEvent): void;
  /** someone wrote to Gully alone */
  whispered(event: MessageEvent): void;
  /** a line to one viewer did not get there */
  undelivered(nick: string, words: string): void;
  /** all that was sent before a question has got there */
  reached(question: string): void;
  joined(nick: string): void;
  /** it does not let us do something in the room */
  actRefused(words: string): void;
  /** one of our own lines came back; `to` is the viewer who alone got it */
  echoed(text: string, to: string | undefined): void;
  signInFailed(words: string): void;
  /** it does not let us in */
  refused(words: string): void;
  /** it does not let us speak */
  muted(words: string): void;
  closed(): void;
  socketClosed(error: Error): void;
}

interface Following {
  readonly client: Client;
  readonly room: Room;
  readonly log: Log;
  /** the channel and the name as they are set now */
  readonly set: () => { readonly channel: string; readonly nick: string };
  /** the name it goes by now */
  readonly nick: () => string;
  readonly told: ToldByServer;
}

/** Follows what the chat server tells: keeps the room by it, and hands on the rest. */
export function followClient({ client, room, log, set, nick, told }: Following): void {
  passOverWhatIsBroken(client, log);
  // The library hands these on for every line that comes or goes, and nobody listens.
  for (const event of ['raw', 'debug']) client.connection.removeAllListeners(event);
  const here = (channel: string): boolean => foldNick(channel) === foldNick(set().channel);
  const isOwn = (name: string, own: string): boolean => foldNick(name) === foldNick(own);
  // Answers are short; without this the network may hold each back for the last one's receipt.
  client.on('raw socket connected', (socket) => {
    socket.setNoDelay(true);
  });
  client.on('registered', () => {
    client.join(set().channel);
  });
  client.on('userlist', ({ channel, users }) => {
    if (!here(channel)) return;
    room.replace(users);
    askAccounts(client, room, channel);
    told.entered();
  });
  client.on('join', ({ nick: joined, channel, account }) => {
    if (!here(channel)) return;
    room.join(joined, account === false ? undefined : account);
    told.joined(joined);
  });
  client.on('part', ({ nick: gone, channel }) => {
    if (here(channel)) told.left(gone);
  });
  client.on('quit', ({ nick: gone }) => {
    told.left(gone);
    // Whoever held the bot's own name, most often a ghost of its last connection, is gone.
    if (isOwn(gone, set().nick)) client.changeNick(set().nick);
  });
  client.on('nick', ({ nick: before, new_nick }) => {
    room.rename(before, new_nick);
    if (isOwn(new_nick, set().nick)) told.renamed();
  });
  client.on('kick', ({ kicked, nick: by, channel, message }) => {
    if (!here(channel)) return;
    if (!isOwn(by, nick())) told.moderated({ by, does: 'kick', whom: kicked, reason: message });
    told.left(kicked);
    if (isOwn(kicked, nick())) told.removed(`${by} removed Gully from the channel: ${message}`);
  });
  client.on('mode', ({ target, nick: by, modes }) => {
    if (!here(target)) return;
    for (const { mode, param } of modes) {
      if (typeof param !== 'string') continue;
      const on = mode.startsWith('+');
      if (mode.slice(1) !== 'b') room.setMode(param, mode.slice(1), on);
      else if (!isOwn(by, nick()))
        told.moderated({ by, does: on ? 'ban' : 'unban', whom: param, reason: '' });
    }
    told.modesChanged();
  });
  client.on('message', (event) => {
    if (event.type === 'notice') return;
    if (isOwn(event.nick, nick())) told.echoed(event.message, here(event.target) ? undefined : event.target);
    else if (here(event.target)) told.said(event);
    else if (isOwn(event.target, nick())) told.whispered(event);
  });
  client.on('nick in use', ({ nick: taken }) => {
    // A ghost of our own last connection may still hold the name; it is gone in a minute.
    client.changeNick(`${taken.slice(0, 28)}_`);
  });
  client.on('sasl failed', ({ reason, message }) => {
    told.signInFailed(`Signing in failed: ${message ?? reason}`);
  });
  client.on('pong', ({ message = '' }) => {
    told.reached(message);
  });
  client.on('irc error', ({ error, reason, channel, nick: to }) => {
    if (undelivered(error) && to !== undefined) told.undelivered(to, reason ?? error);
    else if (error === 'cannot_send_to_channel' && channel !== undefined && here(channel))
      told.muted(reason ?? error);
    else if (error === 'chanop_privs_needed' && channel !== undefined && here(channel))
      told.actRefused(reason ?? error);
    else if (REFUSALS.has(error) && (channel === undefined || here(channel))) told.refused(reason ?? error);
    else log.warn({ error, reason }, 'the chat server reported an error');
  });
  client.on('unknown command', (line) => {
    const refusal = refusalOf(line, set().channel);
    if (refusal !== undefined) told.refused(refusal);
  });
  client.on('close', () => {
    told.closed();
  });
  client.on('socket close', (error) => {
    if (error instanceof Error) told.socketClosed(error);
  });
}

/** The library takes it on trust that a server's lines are whole; one that is not must not end the program. */
function passOverWhatIsBroken({ command_handler: handler }: Client, log: Log): void {
  const dispatch = handler.dispatch.bind(handler);
  handler.dispatch = (message) => {
    try {
      dispatch(message);
    } catch (error) {
      log.warn(
        { error, command: message.command },
        'a line from the chat server could not be read, and is skipped',
      );
    }
  };
}

/** The list of those present has no accounts; where the server tells them otherwise (WHOX), they are asked for. */
function askAccounts(client: Client, room: Room, channel: string): void {
  if (!client.network.supports('whox')) return;
  client.who(channel, ({ users }) => {
    for (const { nick, account } of users) room.learn(nick, account);
  });
}
