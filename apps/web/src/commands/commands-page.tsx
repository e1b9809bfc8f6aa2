import { useQuery } from '@tanstack/react-query';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { commandsQuery } from '../live/index.js';
import { Bones, LoadFailed } from '../ui/index.js';
import { CommandEditor } from './command-editor.js';
import { CommandList } from './command-list.js';
import { editDraft, NEW, useDraft } from './drafts.js';

/** Prepare › Commands: all of them on the left, the open one on the right. */
export function CommandsPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { data: commands, error, refetch } = useQuery(commandsQuery);
  const draft = useDraft(id ?? NEW);
  useHotkeys('n', () => void navigate(`/prepare/commands/${NEW}`), { preventDefault: true });

  if (commands === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const saved = commands.find((command) => command.id === id);
  const isOpen = id === NEW || saved !== undefined || (id !== undefined && draft !== undefined);
  return (
    <div className={`split-work h-full ${id === undefined ? '' : 'has-open'}`}>
      <CommandList commands={commands} open={id} />
      {isOpen && id !== undefined ? (
        <CommandEditor
          key={id}
          id={id}
          saved={saved}
          others={commands.filter((command) => command.id !== id)}
        />
      ) : (
        <section className="editor">
          {id === undefined ? <NothingOpen count={commands.length} /> : <Gone />}
        </section>
      )}
    </div>
  );
}

const STARTERS = [
  {
    name: 'rules',
    text: 'Rope rules: check your knots, speak kindly, no links without asking, {{ viewer.name }}.',
  },
  { name: 'lurk', text: '{{ viewer.name }} sits down by the fire and listens.' },
  { name: 'count', text: 'That was number {{ command.uses }}.' },
];

function NothingOpen({ count }: { readonly count: number }) {
  const navigate = useNavigate();
  const unfinished = useDraft(NEW);
  if (unfinished !== undefined)
    return (
      <div className="max-w-md pt-1">
        <h2>A new command is not saved yet</h2>
        <p className="mt-1 mb-3 text-soft">It is kept as a draft in this browser.</p>
        <Link className="btn" to={`/prepare/commands/${NEW}`}>
          Go on with it
        </Link>
      </div>
    );
  return (
    <div className="max-w-md pt-1">
      <h2>{count === 0 ? 'Nothing answers yet' : 'Choose a command, or add one'}</h2>
      <p className="mt-1 mb-3 text-soft">
        A command is a word viewers type, such as <span className="m">!map</span>, and what the bot then says.
        Begin with one of these, or from nothing with <kbd>N</kbd>.
      </p>
      <ul className="border-t border-line">
        {STARTERS.map(({ name, text }) => (
          <li key={name} className="border-b border-line">
            <button
              type="button"
              className="choice !py-2"
              onClick={() => {
                editDraft(NEW, undefined, { name, text });
                void navigate(`/prepare/commands/${NEW}`);
              }}
            >
              <span className="m w-16 flex-none">!{name}</span>
              <span className="s2 text-soft">{text}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Gone() {
  return (
    <div className="max-w-md pt-1">
      <h2>There is no such command</h2>
      <p className="mt-1 mb-3 text-soft">It was deleted, or the address is not right.</p>
      <Link className="btn" to="/prepare/commands">
        All commands
      </Link>
    </div>
  );
}
