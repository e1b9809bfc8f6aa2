import { wordFault } from '@gully/core/routines';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { answerOf, api, type Counter } from '../api/index.js';
import { countersQuery } from '../live/index.js';
import {
  ago,
  Bones,
  exact,
  Fault,
  IconButton,
  LoadFailed,
  tellProblem,
  toast,
  useNow,
  WholeNumber,
} from '../ui/index.js';

/** Setting and removing counters, each with its undo. */
function useCounters() {
  const queries = useQueryClient();
  const put = async (name: string, value: number): Promise<void> => {
    await answerOf(api.PUT('/api/counters/{name}', { params: { path: { name } }, body: { value } }));
    await queries.invalidateQueries(countersQuery);
  };
  const undoTo =
    ({ name, value }: Counter) =>
    (): void => {
      void put(name, value).catch(tellProblem);
    };
  const set = useMutation({
    mutationFn: ({ name, value }: { name: string; value: number; before?: Counter }) => put(name, value),
    onSuccess: (_, { name, value, before }) => {
      toast(`${name} is ${value.toLocaleString('en')}`, before === undefined ? {} : { undo: undoTo(before) });
    },
    onError: tellProblem,
  });
  const remove = useMutation({
    mutationFn: async (counter: Counter) => {
      await answerOf(api.DELETE('/api/counters/{name}', { params: { path: { name: counter.name } } }));
      await queries.invalidateQueries(countersQuery);
    },
    onSuccess: (_, counter) => {
      toast(`Removed the counter ${counter.name}`, { undo: undoTo(counter), duration: 20_000 });
    },
    onError: tellProblem,
  });
  return { set, remove };
}

/** Prepare › Counters: named numbers that commands change and texts show. */
export function CountersPage() {
  const { data: counters, error, refetch } = useQuery(countersQuery);
  const { set, remove } = useCounters();
  const now = useNow(10_000);
  if (counters === undefined)
    return error === null ? <Bones lines={5} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return (
    <section className="h-full overflow-y-auto bg-plane" aria-labelledby="counters-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="counters-title">Counters</h1>
        <span className="s2 ml-1 text-soft">Named numbers that commands change and texts show.</span>
      </header>
      <table className="t max-w-2xl">
        <thead>
          <tr>
            <th className="!pl-4">Counter</th>
            <th>Now</th>
            <th className="n">Highest</th>
            <th>Changed</th>
            <th>
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {counters.map((counter) => (
            <tr key={counter.name}>
              <td className="m !pl-4">{counter.name}</td>
              <td>
                <NumberNow
                  key={counter.value}
                  counter={counter}
                  onSet={(value) => {
                    set.mutate({ name: counter.name, value, before: counter });
                  }}
                />
              </td>
              <td className="n">{counter.most.toLocaleString('en')}</td>
              <td className="text-soft" title={exact(counter.changedAt)}>
                {ago(counter.changedAt, now)}
              </td>
              <td>
                <IconButton
                  icon={Trash2}
                  label={`Remove the counter ${counter.name}`}
                  onClick={() => {
                    remove.mutate(counter);
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {counters.length === 0 && (
        <p className="px-4 py-3 text-soft">
          No counters yet. A command’s <i>Count</i> step creates one when it first runs, or add one here.
        </p>
      )}
      <NewCounter
        taken={counters.map(({ name }) => name)}
        onAdd={(name) => {
          set.mutate({ name, value: 0 });
        }}
      />
    </section>
  );
}

function NumberNow({
  counter,
  onSet,
}: {
  readonly counter: Counter;
  readonly onSet: (value: number) => void;
}) {
  const [value, setValue] = useState<number | null>(counter.value);
  const changed = value !== null && Number.isInteger(value) && value !== counter.value;
  return (
    <form
      className="row"
      onSubmit={(event) => {
        event.preventDefault();
        if (changed) onSet(value);
      }}
    >
      <WholeNumber label={`Value of ${counter.name}`} value={value} onChange={setValue} />
      {changed && (
        <button type="submit" className="btn s">
          Set to {value.toLocaleString('en')}
        </button>
      )}
    </form>
  );
}

function NewCounter({
  taken,
  onAdd,
}: {
  readonly taken: readonly string[];
  readonly onAdd: (name: string) => void;
}) {
  const [name, setName] = useState('');
  const fault =
    name === ''
      ? undefined
      : taken.includes(name)
        ? 'There is already a counter with that name'
        : wordFault(name, 'counter');
  return (
    <form
      className="px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name === '' || fault !== undefined) return;
        onAdd(name);
        setName('');
      }}
    >
      <span className="row">
        <input
          className="blank m !w-40"
          aria-label="Name of a new counter"
          placeholder="wet_boots"
          value={name}
          aria-invalid={fault !== undefined}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            setName(event.target.value.trim());
          }}
        />
        <button type="submit" className="btn" disabled={name === '' || fault !== undefined}>
          Add counter
        </button>
      </span>
      <Fault>{fault}</Fault>
    </form>
  );
}
