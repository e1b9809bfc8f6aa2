import { useMutation, useQueryClient } from '@tanstack/react-query';
import { STARTER_SETS } from '@gully/core/bundles';
import { PLURALS } from '@gully/core/things';
import { FileUp, Package } from 'lucide-react';
import { Fragment, useRef, useState } from 'react';
import { answerOf, api, Problem, problemOf, type BundleLook } from '../api/index.js';
import { usePrefix } from '../live/index.js';
import { Choice, Fault, tellProblem, toast } from '../ui/index.js';
import { differencesOf } from './differences.js';
import { useBundled } from './use-bundled.js';

type Item = BundleLook['items'][number];
type Action = 'take' | 'rename' | 'leave';
interface Decided {
  readonly action: Action;
  readonly as: string;
}

const STATE_WORDS: Readonly<Record<Item['state'], readonly [string, string]>> = {
  new: ['new', 'text-moss'],
  same: ['already here, the same', 'text-soft'],
  different: ['already here, different', 'text-ochre'],
};
const keyOf = ({ kind, name }: Pick<Item, 'kind' | 'name'>): string => `${kind} ${name}`;

/** Takes a bundle in: shows first what it would do, then does all of it or nothing, with one undo. */
export function BundleIn({ onDone }: { readonly onDone: () => void }) {
  const file = useRef<HTMLInputElement>(null);
  const queries = useQueryClient();
  const [bundle, setBundle] = useState<Record<string, unknown>>();
  const [unreadable, setUnreadable] = useState<string>();
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>({});
  const [decided, setDecided] = useState<Readonly<Record<string, Decided>>>({});
  const look = useMutation({
    mutationFn: (given: { bundle: Record<string, unknown>; answers: Readonly<Record<string, string>> }) =>
      answerOf(api.POST('/api/bundles/look', { body: given })),
  });
  const decisionOf = (item: Item): Decided =>
    decided[keyOf(item)] ?? { action: item.state === 'same' ? 'leave' : 'take', as: `${item.name} 2` };
  const take = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST('/api/bundles/take', {
          body: {
            bundle: bundle ?? {},
            answers,
            choices: (look.data?.items ?? []).map((item) => ({
              kind: item.kind,
              name: item.name,
              ...decisionOf(item),
            })),
          },
        }),
      ),
    onSuccess: ({ id, changed }) => {
      void queries.invalidateQueries();
      const undo = async (): Promise<void> => {
        await answerOf(api.POST('/api/bundles/{id}/undo', { params: { path: { id } } }));
        await queries.invalidateQueries();
        toast('Import undone; everything is as it was');
      };
      toast(`Imported ${String(changed)} ${changed === 1 ? 'thing' : 'things'}`, {
        undo: () => void undo().catch(tellProblem),
        duration: 30_000,
      });
      onDone();
    },
  });
  const show = (given: Record<string, unknown>): void => {
    setUnreadable(undefined);
    setDecided({});
    setBundle(given);
    setAnswers({});
    look.mutate({ bundle: given, answers: {} });
  };
  const read = async (chosen: File): Promise<void> => {
    try {
      const given = JSON.parse(await chosen.text()) as Record<string, unknown>;
      show(given);
    } catch (error) {
      look.reset();
      setUnreadable(
        `${chosen.name} is not valid JSON: ${error instanceof Error ? error.message : ''}. Nothing was changed.`,
      );
    }
  };
  const items = look.data?.items ?? [];
  const fields = look.error instanceof Problem ? look.error.fields : {};
  return (
    <section className="border-b border-line px-4 py-3" aria-labelledby="in-title">
      <h2 id="in-title">Import a bundle</h2>
      <p className="row flex-wrap">
        <button type="button" className="btn" onClick={() => file.current?.click()}>
          <FileUp className="i s" aria-hidden="true" /> Choose a bundle
        </button>
        <span className="s2 text-soft">or one of ours:</span>
        {STARTER_SETS.map(({ id, bundle: ours }) => (
          <button
            key={id}
            type="button"
            className="btn"
            title={ours.note}
            onClick={() => {
              show({ ...ours });
            }}
          >
            <Package className="i s" aria-hidden="true" /> {ours.title}
          </button>
        ))}
        <span className="s2 text-soft">Nothing changes until you have seen what it would do.</span>
      </p>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label="A bundle’s file"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          if (chosen !== undefined) void read(chosen);
        }}
      />
      <div aria-live="polite">
        <Fault>{unreadable}</Fault>
        {look.isError && <Fault>{`${problemOf(look.error).title}. ${problemOf(look.error).detail}`}</Fault>}
      </div>
      {look.data !== undefined && bundle !== undefined && (
        <div className="mt-2 border border-dashed border-pool p-3">
          <h3 className="h2">{look.data.title}</h3>
          <p className="text-soft">
            {look.data.author !== '' && `by ${look.data.author}. `}
            {look.data.note}
          </p>
          {look.data.questions.map((question) => (
            <label key={question.name} className="row mt-2 flex-wrap">
              <span className="w-56">{question.help || question.name}</span>
              {question.type === 'choice' || question.type === 'yes-no' ? (
                <Choice
                  label={question.help || question.name}
                  value={answers[question.name] ?? question.default}
                  options={(question.type === 'choice' ? question.choices : ['yes', 'no']).map((value) => ({
                    value,
                    label: value,
                  }))}
                  onChange={(value) => {
                    const next = { ...answers, [question.name]: value };
                    setAnswers(next);
                    look.mutate({ bundle, answers: next });
                  }}
                />
              ) : (
                <input
                  className="blank !w-64"
                  value={answers[question.name] ?? question.default}
                  onChange={(event) => {
                    setAnswers({ ...answers, [question.name]: event.target.value });
                  }}
                  onBlur={() => {
                    look.mutate({ bundle, answers });
                  }}
                />
              )}
              <Fault>{fields[question.name]}</Fault>
            </label>
          ))}
          <table className="t mt-2">
            <tbody>
              {items.map((item) => (
                <ItemRows
                  key={keyOf(item)}
                  item={item}
                  decided={decisionOf(item)}
                  onDecide={(next) => {
                    setDecided({ ...decided, [keyOf(item)]: next });
                  }}
                />
              ))}
            </tbody>
          </table>
          {take.isError && <Fault>{`${problemOf(take.error).title}. ${problemOf(take.error).detail}`}</Fault>}
          <p className="row mt-2">
            <button
              type="button"
              className="btn do"
              disabled={take.isPending || items.every((item) => decisionOf(item).action === 'leave')}
              onClick={() => {
                take.mutate();
              }}
            >
              Import {items.filter((item) => decisionOf(item).action !== 'leave').length} of {items.length}
            </button>
            <button type="button" className="btn bare" onClick={onDone}>
              Cancel
            </button>
          </p>
        </div>
      )}
    </section>
  );
}

interface ItemRowsProps {
  readonly item: Item;
  readonly decided: Decided;
  readonly onDecide: (decided: Decided) => void;
}

function ItemRows({ item, decided, onDecide }: ItemRowsProps) {
  const [shown, setShown] = useState(false);
  const prefix = usePrefix();
  const bundled = useBundled().find(({ kind }) => PLURALS[kind] === item.kind);
  // A command without a name is called by its phrase or its pattern.
  const typed = item.kind === 'commands' && !/^[“/]/u.test(item.name);
  const [words, colour] = STATE_WORDS[item.state];
  const options: { value: Action; label: string }[] = [
    { value: 'take', label: item.state === 'new' ? 'import it' : 'replace the one here' },
    { value: 'rename', label: 'import it as' },
    { value: 'leave', label: 'leave it' },
  ];
  return (
    <>
      <tr>
        <th scope="row" className="whitespace-normal">
          {typed ? prefix : ''}
          {item.name} <span className="s2 font-normal text-soft">{bundled?.word}</span>
        </th>
        <td>
          <span className={`state ${colour}`}>{words}</span>
          {item.state === 'different' && (
            <button
              type="button"
              className="why ml-1.5"
              aria-expanded={shown}
              onClick={() => {
                setShown(!shown);
              }}
            >
              {' '}
              <u>side by side</u>
            </button>
          )}
          {item.missing.map((what) => (
            <span key={what} className="s2 block text-crimson">
              {what} is not there
            </span>
          ))}
          {item.costly && (
            <span className="s2 block text-crimson">
              Its texts ask for more than one run may do: it may end before all is done
            </span>
          )}
        </td>
        <td>
          <span className="row">
            <Choice
              label={`What to do with ${item.name}`}
              value={decided.action}
              options={options}
              onChange={(action) => {
                onDecide({ ...decided, action });
              }}
            />
            {decided.action === 'rename' && (
              <input
                className="blank !w-36"
                aria-label={`New name of ${item.name}`}
                value={decided.as}
                onChange={(event) => {
                  onDecide({ ...decided, as: event.target.value });
                }}
              />
            )}
          </span>
        </td>
      </tr>
      {shown && (
        <tr>
          <td colSpan={3}>
            <div className="versus">
              <span />
              <b>Here now</b>
              <b className="text-pool">In the bundle</b>
              {differencesOf(item.ours, item.theirs).map(({ place, ours, theirs }) => (
                <Fragment key={place}>
                  <span className="m s2 text-soft">{place}</span>
                  <span className="s2 break-words whitespace-normal">{ours}</span>
                  <span className="s2 break-words whitespace-normal">{theirs}</span>
                </Fragment>
              ))}
            </div>
          </td>
        </tr>
      )}
    </>
  );
}
