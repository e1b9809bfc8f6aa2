import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { readEnvironment } from '../configuration/index.js';
import type { ChatLog } from './chat-log.js';
import type { ConnectionService } from './connection.js';
import type { ConnectionListener } from './heard.js';
import { Outbox } from './outbox.js';

/** A connection that only remembers, so that time and breaks are the test's own. */
class FakeConnection {
  open = true;
  confirms = true;
  hasModeratorRights = false;
  readonly sent: string[] = [];
  private listener: ConnectionListener = {};
  count: () => number = () => 0;

  subscribe(listener: ConnectionListener): void {
    this.listener = listener;
  }
  countWaitingWith(count: () => number): void {
    this.count = count;
  }
  view(): { nick: string } {
    return { nick: 'gully' };
  }
  send(text: string): boolean {
    if (this.open) this.sent.push(text);
    return this.open;
  }
  echo(text: string, to?: string): void {
    this.listener.echoed?.(text, to);
  }
  lose(): void {
    this.open = false;
    this.listener.closed?.();
  }
  regain(): void {
    this.open = true;
    this.listener.opened?.();
  }
}

let connection: FakeConnection;
let outbox: Outbox;
const recorded: string[] = [];

beforeEach(() => {
  jest.useFakeTimers({ now: 1_000_000 });
  recorded.length = 0;
  connection = new FakeConnection();
  const environment = readEnvironment({
    GULLY_CHAT_LIMIT: '3',
    GULLY_CHAT_LIMIT_MODERATOR: '6',
    GULLY_CHAT_LIMIT_SECONDS: '30',
  });
  const log = { recordOwn: (_: string, text: string) => recorded.push(text) } as unknown as ChatLog;
  outbox = new Outbox(environment, connection as unknown as ConnectionService, log);
});
afterEach(() => {
  outbox.onApplicationShutdown();
  jest.useRealTimers();
});

describe('a routine that says a hundred things', () => {
  test('keeps the limit, and neither answers to others nor moderation wait for it', () => {
    for (let n = 0; n < 100; n++) outbox.say([`verse ${String(n)}`], n === 0 ? 'reply' : 'routine');
    expect(connection.sent).toEqual(['verse 0', 'verse 1', 'verse 2']);
    outbox.say(['an answer'], 'reply');
    outbox.say(['a ban'], 'moderation');
    jest.advanceTimersByTime(30_251);
    expect(connection.sent.slice(3, 5)).toEqual(['a ban', 'an answer']);
    // What is too old after five minutes is dropped, so that it ends at some time.
    jest.advanceTimersByTime(600_000);
    expect(connection.sent.length).toBeLessThanOrEqual(3 * 11);
    expect(connection.count()).toBe(0);
  });
});

describe('the rate limit', () => {
  test('lets what is allowed go at once and the rest once that is old enough', () => {
    for (let n = 0; n < 6; n++) outbox.say([`line ${String(n)}`], 'reply');
    expect(connection.sent).toHaveLength(3);
    expect(connection.count()).toBe(3);
    jest.advanceTimersByTime(30_000);
    expect(connection.sent).toHaveLength(3);
    jest.advanceTimersByTime(251);
    expect(connection.sent).toEqual(['line 0', 'line 1', 'line 2', 'line 3', 'line 4', 'line 5']);
    expect(recorded).toEqual(connection.sent);
  });

  test('moderation overtakes replies, and replies overtake timers', () => {
    for (let n = 0; n < 3; n++) outbox.say([`filler ${String(n)}`], 'reply');
    outbox.say(['map night is on Thursday'], 'timer');
    outbox.say(['the survey so far'], 'reply');
    outbox.say(['a little quieter, please'], 'moderation');
    jest.advanceTimersByTime(30_251);
    expect(connection.sent.slice(3)).toEqual([
      'a little quieter, please',
      'the survey so far',
      'map night is on Thursday',
    ]);
  });

  test('the parts of one text stay together and in order, equal or not', () => {
    outbox.say(['wax', 'wax', 'wax'], 'reply');
    outbox.say(['other'], 'reply');
    jest.advanceTimersByTime(30_251);
    expect(connection.sent).toEqual(['wax', 'wax', 'wax', 'other']);
  });
});

describe('while the connection is away', () => {
  test('lines wait, and what is too old on return is not said', () => {
    connection.lose();
    outbox.say(['a timer'], 'timer');
    outbox.say(['a reply'], 'reply');
    jest.advanceTimersByTime(121_000);
    connection.regain();
    expect(connection.sent).toEqual(['a reply']);
    connection.echo('a reply');
    connection.lose();
    outbox.say(['to nobody any more'], 'reply');
    outbox.say(['still due'], 'moderation');
    jest.advanceTimersByTime(301_000);
    connection.regain();
    expect(connection.sent).toEqual(['a reply', 'still due']);
  });

  test('what was sent and not yet echoed is said again; what was echoed is not', () => {
    outbox.say(['one'], 'reply');
    outbox.say(['two'], 'reply');
    connection.echo('one');
    connection.lose();
    connection.regain();
    expect(connection.sent).toEqual(['one', 'two', 'two']);
  });

  test('what one viewer alone gets is confirmed by its own echo, and else said again', () => {
    const to = { to: 'pebblewren' };
    outbox.say(['the code'], 'reply', undefined, to);
    connection.echo('the code');
    connection.lose();
    connection.regain();
    connection.echo('the code', 'pebblewren');
    connection.lose();
    connection.regain();
    expect(connection.sent).toEqual(['the code', 'the code']);
  });

  test('where the server does not echo, nothing is said twice', () => {
    connection.confirms = false;
    outbox.say(['one'], 'reply');
    connection.lose();
    connection.regain();
    expect(connection.sent).toEqual(['one']);
  });
});
