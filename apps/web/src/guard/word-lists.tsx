import type { GuardSettings } from '@gully/core/guard';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { TriangleAlert } from 'lucide-react';
import { Switch } from 'radix-ui';
import { useState } from 'react';
import { answerOf, api, type WordList } from '../api/index.js';
import { Bones, LoadFailed, tellProblem, toast } from '../ui/index.js';
import { OwnConsequence } from './consequence-blank.js';
import { guardQuery, wordListsQuery, type GuardNow } from './queries.js';

type Rule = GuardSettings['wordLists'][string];
const OFF: Rule = { enabled: false, consequence: null, except: [] };

/** Saves one list’s rule at once, with its undo. */
function useWordLists(guard: GuardNow | undefined) {
  const queries = useQueryClient();
  const put = async (value: GuardSettings, version: number): Promise<number> => {
    const saved = await answerOf(api.PUT('/api/guard', { body: { value: value as never, version } }));
    await queries.invalidateQueries({ queryKey: ['guard'] });
    return saved.version;
  };
  return useMutation({
    mutationFn: async ({
      code,
      rule,
    }: {
      readonly code: string;
      readonly title: string;
      readonly rule: Rule;
    }) => {
      if (guard === undefined) throw new Error('the guard is not known yet');
      const value = { ...guard.value, wordLists: { ...guard.value.wordLists, [code]: rule } };
      return { before: guard.value, version: await put(value, guard.version) };
    },
    onSuccess: ({ before, version }, { title, rule }) => {
      toast(`${title}: ${rule.enabled ? 'on' : 'off'}`, {
        undo: () => {
          put(before, version).catch(tellProblem);
        },
      });
    },
    onError: (error) => {
      void queries.invalidateQueries(guardQuery);
      tellProblem(error);
    },
  });
}

/** Ready-made lists of slurs and worse, by language. Each is off until it is switched on, and shows only its number. */
export function WordLists() {
  const { data: lists, error, refetch } = useQuery(wordListsQuery);
  const { data: guard } = useQuery(guardQuery);
  const set = useWordLists(guard);
  if (lists === undefined || guard === undefined)
    return error === null ? <Bones lines={8} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const phrasesOn = guard.value.filters.phrases.enabled;
  const someOn = Object.values(guard.value.wordLists).some(({ enabled }) => enabled);
  return (
    <section aria-labelledby="lists-title">
      <h2 id="lists-title">Ready-made lists</h2>
      <p className="mb-2 max-w-2xl text-soft">
        Slurs and worse, from a maintained collection. A list shows only its number until you open it. Do not
        exempt anyone from these: nobody needs to write them.
      </p>
      {someOn && !phrasesOn && (
        <p className="row text-ochre" role="status">
          <TriangleAlert className="i s" aria-hidden="true" /> Blocked phrases are off on the Filters page, so
          no list does anything.
        </p>
      )}
      {lists.length === 0 && (
        <p className="row text-ochre" role="status">
          <TriangleAlert className="i s" aria-hidden="true" /> The package with the lists is missing. Install
          Gully again to get them; your own groups work as always.
        </p>
      )}
      <table className="t max-w-3xl">
        <thead>
          <tr>
            <th>On</th>
            <th>Language</th>
            <th className="n">Words</th>
            <th>Leads to</th>
            <th>
              <span className="sr-only">Words</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {lists.map((list) => (
            <ListRows
              key={list.code}
              list={list}
              rule={guard.value.wordLists[list.code] ?? OFF}
              onChange={(rule) => {
                set.mutate({ code: list.code, title: list.title, rule });
              }}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

interface ListRowsProps {
  readonly list: WordList;
  readonly rule: Rule;
  readonly onChange: (rule: Rule) => void;
}

function ListRows({ list: { code, title, count, missing }, rule, onChange }: ListRowsProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <tr>
        <td>
          <Switch.Root
            className="sw"
            aria-label={title}
            checked={rule.enabled}
            onCheckedChange={(enabled) => {
              onChange({ ...rule, enabled });
            }}
          />
        </td>
        <td>
          {title}
          {missing && <span className="state ml-2 text-ochre">missing, so it is off</span>}
        </td>
        <td className="n">
          {count.toLocaleString('en')}
          {rule.except.length > 0 && <span className="s2 text-soft"> less {rule.except.length}</span>}
        </td>
        <td>
          {rule.enabled && (
            <OwnConsequence
              label={`What ${title} leads to`}
              value={rule.consequence}
              onChange={(consequence) => {
                onChange({ ...rule, consequence });
              }}
            />
          )}
        </td>
        <td className="text-right">
          {!missing && (
            <button
              type="button"
              className="btn s bare"
              aria-expanded={open}
              aria-label={`${open ? 'Hide' : 'Show'} the words: ${title}`}
              onClick={() => {
                setOpen(!open);
              }}
            >
              {open ? 'Hide' : 'Show the words'}
            </button>
          )}
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={5} className="!whitespace-normal">
            <Words code={code} rule={rule} onChange={onChange} />
          </td>
        </tr>
      )}
    </>
  );
}

function Words({ code, rule, onChange }: { readonly code: string } & Omit<ListRowsProps, 'list'>) {
  const { data: words = [] } = useQuery({
    queryKey: ['guard', 'word-lists', code],
    queryFn: () => answerOf(api.GET('/api/phrase-groups/word-lists/{code}', { params: { path: { code } } })),
  });
  const left = new Set(rule.except);
  return (
    <div className="row flex-wrap" role="group" aria-label="Words; those that are struck out are let through">
      {words.map((word) => (
        <button
          key={word}
          type="button"
          className={`btn s bare ${left.has(word) ? 'text-soft line-through' : ''}`}
          aria-pressed={!left.has(word)}
          onClick={() => {
            const except = left.has(word)
              ? rule.except.filter((each) => each !== word)
              : [...rule.except, word];
            onChange({ ...rule, except });
          }}
        >
          {word}
        </button>
      ))}
    </div>
  );
}
