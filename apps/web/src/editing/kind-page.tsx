import { Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { Bones, LoadFailed, NEW } from '../ui/index.js';
import type { Kept, Kind } from './kind.js';

interface Starter<B> {
  readonly what: string;
  readonly body: B;
}

interface Named extends Kept {
  readonly name: string;
  readonly enabled: boolean;
  readonly fault: string | null;
}

interface KindPageProps<B extends { readonly name: string }, S extends Named> {
  readonly kind: Kind<B, S>;
  /** the page's heading: `Timers` */
  readonly heading: string;
  /** what they are for, in a sentence */
  readonly about: string;
  /** what stands there while there are none */
  readonly empty: string;
  readonly starters: readonly Starter<B>[];
  readonly asked: {
    readonly data: readonly S[] | undefined;
    readonly error: Error | null;
    refetch(): unknown;
  };
  readonly table: (all: readonly S[]) => ReactNode;
  readonly editor: (id: string, saved: S | undefined, others: readonly S[]) => ReactNode;
}

/** All things of a kind as a table, or a list of them beside the open one; starters while there are none. */
export function KindPage<B extends { readonly name: string }, S extends Named>(props: KindPageProps<B, S>) {
  const { kind, asked, table, editor } = props;
  const { id } = useParams();
  const navigate = useNavigate();
  const draft = kind.drafts.use(id ?? NEW);
  useHotkeys('n', () => void navigate(`${kind.path}/${NEW}`), { preventDefault: true });
  const { data: all, error } = asked;
  if (all === undefined)
    return error === null ? (
      <Bones lines={12} />
    ) : (
      <LoadFailed error={error} retry={() => void asked.refetch()} />
    );
  if (id === undefined) return all.length === 0 ? <NoneYet {...props} /> : table(all);
  const saved = all.find((each) => each.id === id);
  return (
    <div className="split-work has-open h-full">
      <KindList {...props} all={all} open={id} />
      {id === NEW || saved !== undefined || draft !== undefined ? (
        editor(
          id,
          saved,
          all.filter((each) => each.id !== id),
        )
      ) : (
        <section className="editor">
          <h2>There is no such {kind.word}</h2>
          <p className="mt-1 mb-3 text-soft">It was deleted, or the address is wrong.</p>
          <Link className="btn" to={kind.path}>
            All {kind.word}s
          </Link>
        </section>
      )}
    </div>
  );
}

/** @param beside true beside an open one, whose own button is the one that stands out */
export function AddLink({
  kind,
  beside = false,
}: {
  readonly kind: { readonly word: string; readonly path: string };
  readonly beside?: boolean;
}) {
  return (
    <Link className={beside ? 'btn s' : 'btn do'} to={`${kind.path}/${NEW}`}>
      <Plus className="i s" aria-hidden="true" /> Add
      <span className={beside ? 'sr-only' : undefined}>{` ${kind.word}`}</span>{' '}
      <kbd aria-hidden="true">N</kbd>
    </Link>
  );
}

function KindList<B extends { readonly name: string }, S extends Named>({
  kind,
  heading,
  all,
  open,
}: KindPageProps<B, S> & { readonly all: readonly S[]; readonly open: string }) {
  return (
    <section className="list" aria-label={heading}>
      <header className="row">
        <h1 className="h2">{heading}</h1>
        <span className="ml-auto">
          <AddLink kind={kind} beside />
        </span>
      </header>
      <ul className="entries">
        <DraftRow kind={kind} open={open} />
        {all.map((each) => (
          <li key={each.id}>
            <KindEntry kind={kind} thing={each} current={each.id === open} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function KindEntry<B extends object, S extends Named>({
  kind,
  thing: { id, name, enabled, fault },
  current,
}: {
  readonly kind: Kind<B, S>;
  readonly thing: S;
  readonly current: boolean;
}) {
  const draft = kind.drafts.use(id);
  return (
    <Link className="entry" to={`${kind.path}/${id}`} aria-current={current ? 'page' : undefined}>
      <span className={`what ${enabled ? '!text-ink' : ''}`}>{name}</span>
      {fault !== null ? (
        <span className="flag text-crimson">cannot run</span>
      ) : draft !== undefined ? (
        <span className="flag text-ochre">draft</span>
      ) : (
        !enabled && <span className="flag">off</span>
      )}
    </Link>
  );
}

/** One that is not saved yet stands in the list as well. */
export function DraftRow<B extends { readonly name: string }, S extends Kept>({
  kind,
  open,
}: {
  readonly kind: Kind<B, S>;
  readonly open: string | undefined;
}) {
  const draft = kind.drafts.use(NEW);
  if (draft === undefined && open !== NEW) return null;
  const name = draft?.body.name.trim() ?? '';
  return (
    <li>
      <Link className="entry" to={`${kind.path}/${NEW}`} aria-current={open === NEW ? 'page' : undefined}>
        <span className="what">{name === '' ? `new ${kind.word}` : name}</span>
        <span className="flag text-ochre">draft</span>
      </Link>
    </li>
  );
}

function NoneYet<B extends { readonly name: string }, S extends Named>({
  kind,
  heading,
  about,
  empty,
  starters,
}: KindPageProps<B, S>) {
  const navigate = useNavigate();
  return (
    <section className="editor h-full" aria-labelledby="none-title">
      <div className="max-w-lg">
        <h1 id="none-title">{heading}</h1>
        <h2 className="mt-3">{empty}</h2>
        <p className="mt-1 mb-3 text-soft">{about} Start with one of these, or from scratch.</p>
        <AddLink kind={kind} />
        <ul className="mt-3 border-t border-line">
          {starters.map(({ what, body }) => (
            <li key={what} className="border-b border-line py-2">
              <button
                type="button"
                className="btn bare"
                onClick={() => {
                  kind.drafts.edit(NEW, undefined, structuredClone(body));
                  void navigate(`${kind.path}/${NEW}`);
                }}
              >
                <b>{body.name}</b> <span className="text-soft">{what}</span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
