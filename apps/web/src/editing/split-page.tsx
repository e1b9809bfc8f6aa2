import { useQuery, type UseQueryOptions } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { AddLink, DraftRow } from './kind-page.js';
import type { Kept, Kind } from './kind.js';
import { Bones, LoadFailed, NEW } from '../ui/index.js';

interface SplitPageProps<B extends { readonly name: string }, K extends Kept, S extends Kept> {
  readonly title: string;
  /** what the list is, where that is more than its title */
  readonly label?: string;
  readonly kind: Kind<B, K>;
  readonly query: UseQueryOptions<S[], Error, S[], readonly string[]>;
  /** a line of the list: what it is, and a few words beside it */
  readonly row: (saved: S) => readonly [what: string, beside: string];
  /** a line of the list for what stands beside it where none is open */
  readonly noneLine?: string;
  /** beside the list where none is open */
  readonly none: ReactNode;
  readonly editor: (id: string, saved: S | undefined, others: readonly S[]) => ReactNode;
}

/** A list of a few things beside the open one. */
export function SplitPage<B extends { readonly name: string }, K extends Kept, S extends Kept>(
  props: SplitPageProps<B, K, S>,
) {
  const { title, label = title, kind, query, row, none, noneLine, editor } = props;
  const { id } = useParams();
  const navigate = useNavigate();
  const { data: all, error, refetch } = useQuery(query);
  const draft = kind.drafts.use(id ?? NEW);
  useHotkeys('n', () => void navigate(`${kind.path}/${NEW}`), { preventDefault: true });
  if (all === undefined)
    return error === null ? <Bones lines={8} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const saved = all.find((each) => each.id === id);
  return (
    <div
      className={`split-work h-full ${id === undefined ? '' : 'has-open'} ${noneLine === undefined ? '' : 'with-none'}`}
    >
      <section className="list" aria-label={label}>
        <header className="row">
          <h1 className="h2">{title}</h1>
          <span className="ml-auto">
            <AddLink kind={kind} beside />
          </span>
        </header>
        <ul className="entries">
          <DraftRow kind={kind} open={id} />
          {noneLine !== undefined && (
            <li>
              <Link className="entry" to={kind.path} aria-current={id === undefined ? 'page' : undefined}>
                <span className="what !text-ink">{noneLine}</span>
              </Link>
            </li>
          )}
          {all.map((each) => {
            const [what, beside] = row(each);
            return (
              <li key={each.id}>
                <Link
                  className="entry"
                  to={`${kind.path}/${each.id}`}
                  aria-current={each.id === id ? 'page' : undefined}
                >
                  <span className="what !text-ink">{what}</span>
                  <span className="flag s2">{beside}</span>
                </Link>
              </li>
            );
          })}
        </ul>
      </section>
      {id === undefined ? (
        <section className="editor !pt-3">{none}</section>
      ) : saved === undefined && id !== NEW && draft === undefined ? (
        <section className="editor">
          <h2>There is no such {kind.word}</h2>
          <p className="mt-1 text-soft">It was deleted, or the address is wrong.</p>
        </section>
      ) : (
        editor(
          id,
          saved,
          all.filter((each) => each.id !== id),
        )
      )}
    </div>
  );
}
