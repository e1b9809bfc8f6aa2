import { useQuery } from '@tanstack/react-query';
import { Download } from 'lucide-react';
import { useState } from 'react';
import type { Catch } from '../api/index.js';
import { OlderList } from '../table/index.js';
import { Choice, comesLater, useNow } from '../ui/index.js';
import { CatchTable } from './catch-rows.js';
import { guardQuery } from './queries.js';
import { useCatchActs } from './use-catch-acts.js';
import { ALL_CATCHES, askCatches, KINDS, LABEL_CHOICES, PAGE, queryOf } from './wanted-catches.js';

const ExceptionsDialog = comesLater(async () => (await import('./exceptions-dialog.js')).ExceptionsDialog);

/** Review › Catches: what the guard caught and what people did, and what to do about it now. */
export function CatchesPage() {
  const [wanted, setWanted] = useState(ALL_CATCHES);
  const [excepting, setExcepting] = useState<Catch>();
  const now = useNow(10_000);
  const acts = useCatchActs();
  const { data: guard } = useQuery(guardQuery);
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="catches-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="catches-title">Catches</h1>
        <span className="s2 ml-1 text-soft max-[1500px]:hidden">
          What the guard caught, and what people did.
        </span>
        <span className="row ml-auto flex-wrap">
          <input
            className="blank !w-44"
            type="search"
            placeholder="Find a name or a text"
            aria-label="Find a name or a text"
            value={wanted.search}
            onChange={({ target }) => {
              setWanted({ ...wanted, search: target.value });
            }}
          />
          <Choice
            label="Filter"
            value={wanted.filter}
            options={[
              { value: 'any', label: 'Any filter' },
              ...(guard?.filters ?? []).map(({ name, title }) => ({ value: name, label: title })),
            ]}
            onChange={(filter) => {
              setWanted({ ...wanted, filter });
            }}
          />
          <Choice
            label="By whom"
            value={wanted.of}
            options={KINDS}
            onChange={(of) => {
              setWanted({ ...wanted, of });
            }}
          />
          <Choice
            label="Label"
            value={wanted.label}
            options={LABEL_CHOICES}
            onChange={(label) => {
              setWanted({ ...wanted, label });
            }}
          />
          <a
            className="btn s"
            href={`/api/guard/catches/csv?${new URLSearchParams(queryOf(wanted)).toString()}`}
            download="catches.csv"
          >
            <Download className="i s" aria-hidden="true" /> Export CSV
          </a>
        </span>
      </header>
      <OlderList
        label="What was caught"
        queryKey={['guard', 'catches', wanted]}
        ask={(before) => askCatches(wanted, before)}
        page={PAGE}
        empty={
          JSON.stringify(wanted) === JSON.stringify(ALL_CATCHES)
            ? 'Nothing was caught yet. Whatever a filter catches, and every ban by a moderator, is listed here.'
            : 'Nothing matches these filters.'
        }
      >
        {(catches) => <CatchTable catches={catches} now={now} acts={acts} onExcept={setExcepting} />}
      </OlderList>
      {excepting !== undefined && (
        <ExceptionsDialog
          one={excepting}
          onClose={() => {
            setExcepting(undefined);
          }}
        />
      )}
    </section>
  );
}
