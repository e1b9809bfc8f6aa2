import { useQuery } from '@tanstack/react-query';
import { ChevronDown, ChevronRight, Undo2 } from 'lucide-react';
import { answerOf, api, type LedgerEntry, type Posting } from '../api/index.js';
import { useAmounts } from '../currency/index.js';
import { Name } from '../chat/index.js';
import { ago, Bones, exact } from '../ui/index.js';
import { CAUSE_WORDS } from './queries.js';
import { aboutInWords, type NamesById } from './about.js';

interface PostingTableProps {
  readonly postings: readonly Posting[];
  readonly now: number;
  readonly names: NamesById;
  readonly open: number | undefined;
  readonly onOpen: (id: number) => void;
  /** shows only what is about one thing, by its id */
  readonly onAbout: (reference: string) => void;
  readonly onReverse: (id: number) => void;
}

/** Movements, the newest first, each with where it came from, where it went and why. */
export function PostingTable({ postings, now, names, open, onOpen, onAbout, onReverse }: PostingTableProps) {
  const { short } = useAmounts();
  return (
    <table className="t catches">
      <thead>
        <tr>
          <th className="!pl-4">When</th>
          <th>What</th>
          <th>From and to</th>
          <th className="text-right">Amount</th>
          <th>
            <span className="sr-only">Take back</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {postings.map((one) => (
          <tr key={one.id} className={one.reversedBy === null ? '' : 'text-soft'}>
            <td className="!pl-4 text-soft" title={exact(one.at)}>
              {ago(one.at, now)}
            </td>
            <td className="!whitespace-normal">
              <b>{CAUSE_WORDS[one.cause]}</b>{' '}
              {names(one.reference) !== undefined ? (
                <button
                  type="button"
                  className="hover:underline"
                  title={`Show only ${names(one.reference) ?? ''}`}
                  onClick={() => {
                    onAbout(one.reference);
                  }}
                >
                  {aboutInWords(one, names)}
                </button>
              ) : (
                aboutInWords(one, names)
              )}
              {one.cause !== 'payout' && one.cause !== 'event' && (
                <span className="s2 block text-soft">by {one.by}</span>
              )}
            </td>
            <td className="!whitespace-normal">
              {one.moved !== null || one.count <= one.entries.length ? (
                <Entries entries={one.entries} />
              ) : (
                <>
                  <button
                    type="button"
                    className="row hover:underline"
                    aria-expanded={open === one.id}
                    onClick={() => {
                      onOpen(one.id);
                    }}
                  >
                    {open === one.id ? (
                      <ChevronDown className="i s" aria-hidden="true" />
                    ) : (
                      <ChevronRight className="i s" aria-hidden="true" />
                    )}
                    {one.count.toLocaleString('en')} entries
                  </button>
                  {open === one.id && <AllEntries id={one.id} />}
                </>
              )}
            </td>
            <td className="m text-right" title={one.moved === null ? undefined : 'for this viewer'}>
              {one.moved === null ? short(one.total) : `${one.moved > 0 ? '+' : ''}${short(one.moved)}`}
            </td>
            <td>
              {one.reversedBy === null ? (
                <button
                  type="button"
                  className="btn s"
                  aria-label={`Take back the movement of ${exact(one.at)}`}
                  onClick={() => {
                    onReverse(one.id);
                  }}
                >
                  <Undo2 className="i s" aria-hidden="true" /> Take back
                </button>
              ) : (
                <span className="state text-soft">taken back</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function AllEntries({ id }: { readonly id: number }) {
  const { data } = useQuery({
    queryKey: ['ledger', 'entries', id],
    queryFn: () => answerOf(api.GET('/api/ledger/{id}/entries', { params: { path: { id } } })),
  });
  return data === undefined ? <Bones lines={3} /> : <Entries entries={data} />;
}

function Entries({ entries }: { readonly entries: readonly LedgerEntry[] }) {
  const { short } = useAmounts();
  return (
    <ul>
      {entries.map(({ id, from, to, amount }) => (
        <li key={id} className="row !gap-1">
          <Party party={from} /> <span aria-label="to">→</span> <Party party={to} />
          {entries.length > 1 && <span className="m text-soft">{short(amount)}</span>}
        </li>
      ))}
    </ul>
  );
}

function Party({ party: { kind, id, name } }: { readonly party: LedgerEntry['from'] }) {
  if (kind === 'viewer')
    return (
      <b>
        <Name viewer={id} name={name === '' ? 'someone' : name} />
      </b>
    );
  return <span className="text-soft">{kind === 'escrow' ? 'escrow' : id}</span>;
}
