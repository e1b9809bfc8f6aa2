import '../test-support/browser.js';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { Problem } from '../api/index.js';
import { draftsOf, NEW } from '../ui/index.js';
import { changedParts, type Kept, type Kind } from './kind.js';
import { placesIn } from './placing.js';
import { useEditing, type Editing } from './use-editing.js';

interface Lamp {
  readonly name: string;
  readonly oil: number;
}
type SavedLamp = Lamp & Kept;

const PARTS = {
  name: { label: 'Name', of: ({ name }: Lamp) => name, words: ({ name }: Lamp) => name },
  oil: { label: 'Oil', of: ({ oil }: Lamp) => oil, words: ({ oil }: Lamp) => String(oil) },
};
const BLANK: Lamp = { name: '', oil: 1 };
const drafts = draftsOf<Lamp>({
  kind: 'lamp',
  blank: () => BLANK,
  whole: (body) => ({ ...BLANK, ...body }),
  differ: (a, b) => changedParts(PARTS, a, b).length > 0,
});

/** What the server was asked, and what it answers next. */
const asked: { readonly what: string; readonly body?: Lamp; readonly version?: number }[] = [];
let answer: (saved: SavedLamp) => Promise<SavedLamp>;
const saved = (version: number, lamp: Partial<Lamp> = {}): SavedLamp => ({
  name: 'brass',
  oil: 3,
  ...lamp,
  id: 'a',
  version,
  changedAt: '2026-11-25T20:00:00Z',
});

const LAMP: Kind<Lamp, SavedLamp> = {
  thing: 'lamp' as never,
  word: 'lamp',
  path: '/prepare/lamps',
  drafts,
  blank: () => BLANK,
  copyOf: (body) => ({ ...body, name: '' }),
  readVersion: (body) => body as Lamp,
  bodyOf: ({ name, oil }) => ({ name, oil }),
  parts: PARTS,
  nameOf: ({ name }) => name,
  rehearsed: 'draft',
  server: {
    create: (body) => {
      asked.push({ what: 'create', body });
      return answer(saved(1, body));
    },
    replace: (_, body, version) => {
      asked.push({ what: 'replace', body, version });
      return answer(saved(version + 1, body));
    },
    remove: () => {
      asked.push({ what: 'remove' });
      return Promise.resolve();
    },
    restore: () => answer(saved(9)),
    stepBack: (_, version) => answer(saved(version + 1)),
    several: () => Promise.resolve([]),
  },
  ...placesIn<SavedLamp>(['lamps'], ({ name }) => name),
};

const check = ({ name }: Lamp): Record<string, string> => (name === '' ? { name: 'Give it a name' } : {});
const nameOf = ({ name }: SavedLamp): string => name;

function edit(id: string, now: SavedLamp | undefined) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  queries.setQueryData(['lamps'], now === undefined ? [] : [now]);
  const wrapper = ({ children }: { readonly children: ReactNode }) => (
    <QueryClientProvider client={queries}>
      <MemoryRouter>{children}</MemoryRouter>
    </QueryClientProvider>
  );
  const { result, rerender } = renderHook(
    ({ of }: { readonly of: SavedLamp | undefined }): Editing<Lamp, SavedLamp> =>
      useEditing({ kind: LAMP, id, saved: of, nameOf, check }),
    { wrapper, initialProps: { of: now } },
  );
  return {
    get now() {
      return result.current;
    },
    change: (part: Partial<Lamp>) => {
      act(() => {
        result.current.change(part);
      });
    },
    submit: () => {
      act(() => {
        result.current.submit();
      });
    },
    does: (work: (editing: Editing<Lamp, SavedLamp>) => void) => {
      act(() => {
        work(result.current);
      });
    },
    savedNow: (of: SavedLamp | undefined) => {
      rerender({ of });
    },
  };
}
const settled = (editing: { readonly now: Editing<Lamp, SavedLamp> }): Promise<void> =>
  waitFor(() => {
    expect(editing.now.saving).toBe(false);
  });

beforeEach(() => {
  asked.length = 0;
  answer = (each) => Promise.resolve(each);
  for (const id of ['a', NEW]) drafts.write(id, undefined);
});

describe('an editor', () => {
  test('keeps each change as a draft at once, and gives it up when it is as saved again', () => {
    const editing = edit('a', saved(4));
    expect(editing.now.draft).toBeUndefined();
    editing.change({ oil: 5 });
    expect(drafts.read('a')).toMatchObject({ body: { name: 'brass', oil: 5 }, version: 4 });
    editing.change({ oil: 3 });
    expect(drafts.read('a')).toBeUndefined();
    editing.submit();
    expect(asked).toEqual([]);
  });

  test('saves on top of the version the draft began with; then the draft is gone', async () => {
    const editing = edit('a', saved(4));
    editing.change({ oil: 5 });
    editing.submit();
    await settled(editing);
    expect(asked).toEqual([{ what: 'replace', body: { name: 'brass', oil: 5 }, version: 4 }]);
    expect(drafts.read('a')).toBeUndefined();
  });

  test('asks nothing of the server while something is not filled in, and says what only once it was tried', () => {
    const editing = edit(NEW, undefined);
    editing.change({ oil: 2 });
    expect(editing.now).toMatchObject({ faults: 0, refused: 0 });
    editing.submit();
    expect(asked).toEqual([]);
    expect(editing.now.faultOf('name')).toBe('Give it a name');
    expect(editing.now).toMatchObject({ faults: 1, refused: 1 });
    expect([editing.now.faultsAt('name'), editing.now.faultsAt('oil')]).toEqual([1, 0]);
    editing.change({ name: 'carbide' });
    expect(editing.now.faultOf('name')).toBeUndefined();
  });

  test('what the server refuses is told at its place and in words; not a word of the draft is lost', async () => {
    answer = () =>
      Promise.reject(
        new Problem(
          422,
          'The lamp is not saved',
          'It holds two litres. Your draft is kept.',
          { oil: 'It holds two litres' },
          undefined,
        ),
      );
    const editing = edit('a', saved(4));
    editing.change({ oil: 50 });
    editing.submit();
    await waitFor(() => {
      expect(editing.now.refusal).toBe('The lamp is not saved. It holds two litres. Your draft is kept.');
    });
    expect(editing.now.faultOf('oil')).toBe('It holds two litres');
    expect(drafts.read('a')?.body.oil).toBe(50);
    // The next change takes back what was said of the last try.
    editing.change({ oil: 2 });
    expect(editing.now.refusal).toBeUndefined();
    expect(editing.now.faultOf('oil')).toBeUndefined();
  });

  test('a server that does not answer loses nothing either, and saving again works', async () => {
    answer = () => Promise.reject(new TypeError('fetch failed'));
    const editing = edit('a', saved(4));
    editing.change({ oil: 5 });
    editing.submit();
    await waitFor(() => {
      expect(editing.now.refusal).not.toBeUndefined();
    });
    expect(drafts.read('a')?.body.oil).toBe(5);
    answer = (each) => Promise.resolve(each);
    editing.submit();
    await waitFor(() => {
      expect(drafts.read('a')).toBeUndefined();
    });
    expect(asked.map(({ version }) => version)).toEqual([4, 4]);
  });

  test('someone else was first: the draft stays, both are shown, and one may save over it or take theirs', async () => {
    const theirs = saved(5, { oil: 7 });
    answer = () =>
      Promise.reject(new Problem(409, 'Someone saved this meanwhile', 'Your draft is kept.', {}, theirs));
    const editing = edit('a', saved(4));
    editing.change({ oil: 5 });
    editing.submit();
    await settled(editing);
    editing.savedNow(theirs);
    expect(editing.now.overtaken).toBe(true);
    expect(editing.now.refusal).toBeUndefined();
    expect(editing.now.body.oil).toBe(5);
    answer = (each) => Promise.resolve(each);
    editing.does(({ saveOver }) => {
      saveOver();
    });
    await settled(editing);
    expect(asked.at(-1)).toEqual({ what: 'replace', body: { name: 'brass', oil: 5 }, version: 5 });

    editing.savedNow(saved(6, { oil: 5 }));
    editing.change({ oil: 1 });
    editing.savedNow(saved(7, { oil: 8 }));
    editing.does(({ discard }) => {
      discard();
    });
    expect(editing.now.body.oil).toBe(8);
    expect(editing.now.overtaken).toBe(false);
  });

  test('what is typed while the answer is on its way stays a draft', async () => {
    let arrive: (each: SavedLamp) => void = () => undefined;
    answer = () => new Promise((resolve) => (arrive = resolve));
    const editing = edit('a', saved(4));
    editing.change({ oil: 5 });
    editing.submit();
    await waitFor(() => {
      expect(editing.now.saving).toBe(true);
    });
    await new Promise((resolve) => setTimeout(resolve, 2));
    editing.change({ oil: 6 });
    act(() => {
      arrive(saved(5, { oil: 5 }));
    });
    await settled(editing);
    expect(drafts.read('a')?.body.oil).toBe(6);
  });

  test('what was deleted elsewhere while it was edited is added again', async () => {
    const editing = edit('a', saved(4));
    editing.change({ oil: 5 });
    editing.savedNow(undefined);
    expect(editing.now.title).toBe('New lamp');
    expect(editing.now.body.oil).toBe(5);
    editing.submit();
    await settled(editing);
    expect(asked).toEqual([{ what: 'create', body: { name: 'brass', oil: 5 } }]);
  });

  test('deleting takes the draft out of the way too', async () => {
    const editing = edit('a', saved(4));
    editing.change({ oil: 5 });
    editing.does(({ remove }) => {
      remove.mutate(saved(4));
    });
    await waitFor(() => {
      expect(drafts.read('a')).toBeUndefined();
    });
    expect(asked).toEqual([{ what: 'remove' }]);
  });
});
