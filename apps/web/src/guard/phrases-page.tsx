import { useQuery } from '@tanstack/react-query';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { AddLink, DraftRow } from '../editing/index.js';
import { Bones, LoadFailed, NEW } from '../ui/index.js';
import { PhraseEditor } from './phrase-editor.js';
import { PHRASE_GROUP } from './phrase-kind.js';
import { phraseGroupsQuery } from './queries.js';
import { WordLists } from './word-lists.js';

/** Prepare › Phrases: groups of blocked phrases beside the open one; the ready-made lists where none is open. */
export function PhrasesPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { data: groups, error, refetch } = useQuery(phraseGroupsQuery);
  const draft = PHRASE_GROUP.drafts.use(id ?? NEW);
  useHotkeys('n', () => void navigate(`/prepare/phrases/${NEW}`), { preventDefault: true });
  if (groups === undefined)
    return error === null ? <Bones lines={8} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const saved = groups.find((each) => each.id === id);
  return (
    <div className={`split-work h-full ${id === undefined ? '' : 'has-open'}`}>
      <section className="list" aria-label="Phrase groups">
        <header className="row">
          <h1 className="h2">Phrases</h1>
          <span className="ml-auto">
            <AddLink kind={PHRASE_GROUP} beside />
          </span>
        </header>
        <ul className="entries">
          <DraftRow kind={PHRASE_GROUP} open={id} />
          <li>
            <Link
              className="entry"
              to="/prepare/phrases"
              aria-current={id === undefined ? 'page' : undefined}
            >
              <span className="what !text-ink">Ready-made lists</span>
            </Link>
          </li>
          {groups.map((group) => (
            <li key={group.id}>
              <Link
                className="entry"
                to={`/prepare/phrases/${group.id}`}
                aria-current={group.id === id ? 'page' : undefined}
              >
                <span className="what !text-ink">{group.name}</span>
                <span className="flag m">
                  {group.enabled ? group.entries.length.toLocaleString('en') : 'off'}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      {id === undefined ? (
        <section className="editor !pt-3">
          <p className="mb-4 text-soft">
            Phrases nobody may write, in groups of your own and in ready-made lists. Each group is switched on
            by itself, and may lead to something of its own.
          </p>
          <WordLists />
        </section>
      ) : saved === undefined && id !== NEW && draft === undefined ? (
        <section className="editor">
          <h2>There is no such phrase group</h2>
          <p className="mt-1 text-soft">It was deleted, or the address is wrong.</p>
        </section>
      ) : (
        <PhraseEditor key={id} id={id} saved={saved} others={groups.filter((each) => each.id !== id)} />
      )}
    </div>
  );
}
