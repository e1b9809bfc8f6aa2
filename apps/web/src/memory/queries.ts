import type { KeptSpan } from '@gully/core/routines';
import { infiniteQueryOptions, useMutation, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type RememberedWord } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';

const PAGE = 100;

export interface MemoryFilter {
  readonly span?: KeptSpan | undefined;
  readonly viewer?: string | undefined;
  readonly search: string;
}

export function wordsQuery({ span, viewer, search }: MemoryFilter) {
  return infiniteQueryOptions({
    queryKey: ['words', span, viewer, search],
    queryFn: ({ pageParam }): Promise<RememberedWord[]> =>
      answerOf(
        api.GET('/api/remembered/words', {
          params: {
            query: {
              limit: PAGE,
              offset: pageParam,
              search,
              ...(span === undefined ? {} : { span }),
              ...(viewer === undefined ? {} : { viewer }),
            },
          },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (page, pages) => (page.length < PAGE ? undefined : pages.length * PAGE),
    // Chat changes it all the time, and tells of no single word.
    refetchInterval: 5_000,
  });
}

type Place = Pick<RememberedWord, 'span' | 'viewer' | 'name'>;

/** Changing and forgetting what is remembered, each with its undo. */
export function useMemory() {
  const queries = useQueryClient();
  const refresh = async (): Promise<void> => {
    await queries.invalidateQueries({ queryKey: ['words'] });
  };
  const put = async ({ span, viewer, name }: Place, text: string | null): Promise<void> => {
    await answerOf(api.PUT('/api/remembered/words', { body: { span, viewer, name, text } }));
  };
  const undo = (work: () => Promise<unknown>) => (): void => {
    void work().then(refresh).catch(tellProblem);
  };
  const set = useMutation({
    mutationFn: ({ place, text }: { place: Place; text: string; before: string | null }) => put(place, text),
    onSuccess: async (_, { place, before }) => {
      await refresh();
      toast(`${place.name} is remembered`, { undo: undo(() => put(place, before)) });
    },
    onError: tellProblem,
  });
  const forget = useMutation({
    mutationFn: async (words: readonly RememberedWord[]) => {
      for (const word of words) await put(word, null);
    },
    onSuccess: (_, words) => {
      const [first] = words;
      const what = words.length === 1 && first !== undefined ? first.name : `${String(words.length)} words`;
      toast(`Forgot ${what}`, {
        duration: 20_000,
        undo: undo(async () => {
          for (const word of words) await put(word, word.text);
        }),
      });
    },
    onError: tellProblem,
    onSettled: refresh,
  });
  const forgetAll = useMutation({
    mutationFn: (body: { span?: KeptSpan; name?: string; viewer?: string }) =>
      answerOf(api.POST('/api/remembered/forget', { body })),
    onSuccess: async ({ count }) => {
      await refresh();
      toast(count === 1 ? 'Forgot 1 word' : `Forgot ${count.toLocaleString('en')} words`);
    },
    onError: tellProblem,
  });
  return { set, forget, forgetAll };
}
