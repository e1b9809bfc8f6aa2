import { answerWith } from '../test-support/browser.js';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { NewsKind, NewsOf, Welcome } from '@gully/core/news';
import { useQuery } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import { askAgain, follow, useOnline, type NewsHandlers, type NewsSource } from './news.js';
import { activityQuery, connectionQuery, countersQuery, queryClient } from './queries.js';
import { useLines } from './lines.js';
import { thingsQuery } from '../live/index.js';

/** A connection whose other end is the test. */
class Source implements NewsSource {
  private readonly takers = new Map<string, (about: never) => void>();
  private last = 0;

  on(event: string, take: (about: never) => void): void {
    this.takers.set(event, take);
  }
  emit(event: string, about?: unknown): void {
    this.takers.get(event)?.(about as never);
  }
  welcome(missed: Welcome['missed'] = null, last = this.last): void {
    this.last = last;
    this.emit('welcome', { run: 'run', last, missed } satisfies Welcome);
  }
  news<K extends NewsKind>(kind: K, about: NewsOf[K], number = ++this.last): void {
    this.last = Math.max(this.last, number);
    this.emit('news', { kind, about, number });
  }
}

const asked: string[] = [];
/** What two areas make of news. */
const COUNTERS: NewsHandlers = {
  counter: () => {
    askAgain(countersQuery.queryKey);
  },
};
const COMMANDS: NewsHandlers = {
  thing: ({ of }) => {
    if (of === 'command') askAgain(thingsQuery('command').queryKey);
  },
};
let source: Source;

beforeEach(() => {
  asked.length = 0;
  answerWith(({ url }) => {
    asked.push(new URL(url).pathname);
    return Promise.resolve(Response.json([]));
  });
  queryClient.clear();
  source = new Source();
  follow(source, [COUNTERS, COMMANDS]);
});
afterAll(() => {
  answerWith();
});

const connection = (state: NewsOf['connection']['state']) => ({
  state,
  since: '2026-11-25T20:00:00.000Z',
  words: '',
  nextTryAt: null,
  nick: 'gully',
  channel: '#lanternhour',
  server: '127.0.0.1:6667',
  present: 3,
  capabilities: [],
  waiting: 0,
});
const happened = (id: string): NewsOf['activity'] => ({
  id,
  at: '2026-11-25T20:00:00.000Z',
  kind: 'ran',
  subject: id,
  text: 'ran !map',
  about: null,
});

describe('the page’s cache of news', () => {
  test('what comes before the welcome is not taken, nor anything twice', async () => {
    queryClient.setQueryData(activityQuery.queryKey, []);
    const ids = (): string[] => (queryClient.getQueryData(activityQuery.queryKey) ?? []).map(({ id }) => id);
    const fresh = new Source();
    follow(fresh, []);
    fresh.welcome([], 40);
    fresh.news('activity', happened('b'), 41);
    fresh.news('activity', happened('a'), 41);
    fresh.news('activity', happened('a'), 12);
    fresh.news('activity', happened('c'), 42);
    // What comes often is gathered, and shown together.
    expect(ids()).toEqual([]);
    await waitFor(() => {
      expect(ids()).toEqual(['c', 'b']);
    });
  });

  test('after a break what was missed is taken in its order; where it is no longer known, all is asked for again', async () => {
    queryClient.setQueryData(connectionQuery.queryKey, connection('lost'));
    source.welcome(
      [
        { kind: 'connection', about: connection('connecting'), number: 1 },
        { kind: 'connection', about: connection('connected'), number: 2 },
      ],
      2,
    );
    expect(queryClient.getQueryData(connectionQuery.queryKey)?.state).toBe('connected');
    expect(asked).toEqual([]);
    source.welcome(null, 900);
    await waitFor(() => {
      expect(asked).toContain('/api/chat/lines');
    });
    expect(queryClient.getQueryState(connectionQuery.queryKey)?.isInvalidated).toBe(true);
  });

  test('an answer that is on its way may be of before the news, and is asked for again', async () => {
    source.welcome([], 0);
    let arrive: (value: Response) => void = () => undefined;
    const answers = [
      new Promise<Response>((resolve) => (arrive = resolve)),
      Promise.resolve(Response.json(connection('connected'))),
    ];
    answerWith(() => answers.shift() ?? Promise.reject(new Error('asked too often')));
    const { result } = renderHook(() => useQuery(connectionQuery, queryClient));
    await waitFor(() => {
      expect(answers).toHaveLength(1);
    });
    act(() => {
      source.news('connection', connection('connected'));
    });
    arrive(Response.json(connection('lost')));
    await waitFor(() => {
      expect(result.current.data?.state).toBe('connected');
    });
    expect(answers).toEqual([]);
  });

  test('each kind makes stale what shows it, and nothing else', async () => {
    const stale = (): string[] =>
      [thingsQuery('command'), countersQuery, connectionQuery]
        .filter(({ queryKey }) => queryClient.getQueryState(queryKey as readonly unknown[])?.isInvalidated)
        .map(({ queryKey }) => String(queryKey[0]));
    source.welcome([], 0);
    queryClient.setQueryData(thingsQuery('command').queryKey, []);
    queryClient.setQueryData(countersQuery.queryKey, []);
    queryClient.setQueryData(connectionQuery.queryKey, connection('connected'));
    source.news('counter', { name: 'depth', value: 3 });
    await waitFor(() => {
      expect(stale()).toEqual(['counters']);
    });
    source.news('thing', { of: 'timer', ids: ['a'] });
    source.news('thing', { of: 'command', ids: ['a'] });
    await waitFor(() => {
      expect(stale()).toEqual(['commands', 'counters']);
    });
  });

  test('a line that was taken out of chat stays in its place, struck through', async () => {
    const { result } = renderHook(() => useLines());
    const line = {
      id: '01',
      at: '2026-11-25T20:00:00.000Z',
      viewer: 'v1',
      name: 'pebblewren',
      role: 'viewer' as const,
      text: 'evening all',
      own: false,
      outcome: 'nothing' as const,
      brief: '',
      removed: false,
      event: null,
      byHand: false,
    };
    source.welcome([], 0);
    source.news('line', line);
    // At once, before the line is shown; and of one that is.
    source.news('removed', { ids: ['01'] });
    source.news('line', { ...line, id: '02', text: 'and another' });
    await waitFor(() => {
      expect(result.current.lines.map(({ id, removed }) => [id, removed])).toEqual([
        ['01', true],
        ['02', false],
      ]);
    });
    source.news('removed', { ids: ['02'] });
    await waitFor(() => {
      expect(result.current.lines.map(({ removed }) => removed)).toEqual([true, true]);
    });
  });

  test('the page knows whether the server answers', () => {
    const { result } = renderHook(() => useOnline());
    act(() => {
      source.emit('disconnect');
    });
    expect(result.current).toBe(false);
    act(() => {
      source.welcome([]);
    });
    expect(result.current).toBe(true);
    act(() => {
      source.emit('connect_error');
    });
    expect(result.current).toBe(false);
  });
});
