import { randomUUID } from 'node:crypto';
import { roleFromMode } from '@gully/core/chat';
import { foldNick } from '@gully/core/viewers';
import irc from 'irc-framework';
import type { Room } from '../connection/index.js';
import { connectOptions } from './connect-options.js';
import { refusalOf } from './refusal.js';
import { socketWords } from './socket-words.js';

/** What is tried, in this order; what comes after one that failed is not tried. */
export const TEST_STEPS = ['reach', 'join', 'rights', 'hear'] as const;
export type TestStep = (typeof TEST_STEPS)[number];

export interface TestResult {
  readonly step: TestStep;
  readonly ok: boolean;
  /** what was found, as a sentence */
  readonly words: string;
}

/** Milliseconds all of it may take. */
const LIMIT_MS = 15_000;
/** Letters an IRC server lets a nick have at the least (RFC 2812 has nine; no server in use has fewer). */
const NICK_LENGTH = 9;

/**
 * Enters a room the way the bot would, over a connection of its own, looks what it may do there,
 * and leaves. Nothing is said in the room: whether it hears itself it learns by writing to itself.
 *
 * @param hasRights whether the bot has moderator rights there, where it is in that room already; else undefined
 */
export function testRoom(room: Room, hasRights: boolean | undefined): Promise<TestResult[]> {
  return new Promise((resolve) => {
    const client = new irc.Client();
    const results: TestResult[] = [];
    const token = `gully-${randomUUID()}`;
    let words = 'The server did not answer in time';
    let nick = room.nick;
    const passed = (step: TestStep, found: string, ok = true): void => {
      results.push({ step, ok, words: found });
    };
    const end = (): void => {
      clearTimeout(limit);
      client.removeAllListeners();
      // A socket that errs afterwards is of no interest, and has to be heard all the same.
      client.on('socket error', () => undefined);
      if (client.connected) client.quit('Only a test');
      const next = TEST_STEPS.find((step) => results.every((each) => each.step !== step));
      if (next !== undefined && results.every(({ ok, step }) => ok || step === 'rights'))
        results.push({ step: next, ok: false, words });
      resolve(results);
    };
    const limit = setTimeout(end, LIMIT_MS);
    client.requestCap(['echo-message', 'multi-prefix']);
    client.on('nick in use', ({ nick: taken }) => {
      // Most often by the bot itself, which is in that room.
      client.changeNick(taken.length < NICK_LENGTH ? `${taken}_` : `${taken.slice(0, -2)}_t`);
    });
    client.on('registered', ({ nick: given }) => {
      nick = given;
      passed('reach', `${room.host} answers, and lets ${given} in`);
      words = `${room.channel} could not be joined in time`;
      client.join(room.channel);
    });
    client.on('userlist', ({ channel, users }) => {
      if (foldNick(channel) !== foldNick(room.channel)) return;
      passed('join', `${room.channel} was joined; ${String(users.length)} are there`);
      const modes = users.find((user) => foldNick(user.nick) === foldNick(nick))?.modes ?? [];
      const own = modes.map(roleFromMode).some((role) => role === 'moderator' || role === 'streamer');
      const may = hasRights ?? own;
      passed(
        'rights',
        may
          ? `${room.nick} has moderator rights`
          : `${room.nick} has no moderator rights: it speaks under the lower limit and cannot remove messages. The channel’s owner grants them with /mode ${room.channel} +o ${room.nick}`,
        may,
      );
      words = 'What it wrote to itself did not come back';
      client.raw('PRIVMSG', nick, token);
    });
    client.on('message', ({ message }) => {
      if (message !== token) return;
      passed('hear', 'What it writes comes back to it');
      end();
    });
    client.on('sasl failed', ({ reason, message }) => {
      words = `Signing in failed: ${message ?? reason}`;
    });
    client.on('irc error', ({ error, reason }) => {
      if (results.length < 2) words = `The server said: ${reason ?? error}`;
      if (results.length === 1) end();
    });
    client.on('unknown command', (line) => {
      const refusal = refusalOf(line, room.channel);
      if (refusal === undefined || results.length !== 1) return;
      words = `The server said: ${refusal}`;
      end();
    });
    client.on('socket close', (error) => {
      if (error instanceof Error) words = socketWords(error, room);
      end();
    });
    client.connect(connectOptions(room));
  });
}
