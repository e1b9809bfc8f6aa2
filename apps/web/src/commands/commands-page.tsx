import { useQuery } from '@tanstack/react-query';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { comesLater, Bones, LoadFailed, NEW } from '../ui/index.js';
import { AddCommand, StarterList } from './add-command.js';
import { CommandTable } from './command-table.js';
import { drafts } from './kind.js';
import { thingsQuery } from '../live/index.js';

const CommandList = comesLater(async () => (await import('./command-list.js')).CommandList);
const CommandEditor = comesLater(async () => (await import('./command-editor.js')).CommandEditor);

/** Prepare › Commands: all of them as a table, or a list of them beside the open one. */
export function CommandsPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { data: commands, error, refetch } = useQuery(thingsQuery('command'));
  const draft = drafts.use(id ?? NEW);
  useHotkeys('n', () => void navigate(`/prepare/commands/${NEW}`), { preventDefault: true });

  if (commands === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  if (id === undefined) return commands.length === 0 ? <NoneYet /> : <CommandTable commands={commands} />;
  const saved = commands.find((command) => command.id === id);
  const isOpen = id === NEW || saved !== undefined || draft !== undefined;
  return (
    <div className="split-work has-open h-full">
      <CommandList commands={commands} open={id} />
      {isOpen ? (
        <CommandEditor
          key={id}
          id={id}
          saved={saved}
          others={commands.filter((command) => command.id !== id)}
        />
      ) : (
        <section className="editor">
          <Gone />
        </section>
      )}
    </div>
  );
}

function NoneYet() {
  return (
    <section className="editor h-full" aria-labelledby="commands-title">
      <div className="max-w-lg">
        <h1 id="commands-title">Commands</h1>
        <h2 className="mt-3">No commands yet</h2>
        <p className="mt-1 mb-3 text-soft">
          A command is a word viewers type, such as <span className="m">!map</span>, and what the bot then
          does. Start with one of these, or from scratch.
        </p>
        <AddCommand />
        <div className="mt-3 border-t border-line">
          <StarterList most={6} />
        </div>
      </div>
    </section>
  );
}

function Gone() {
  return (
    <div className="max-w-md pt-1">
      <h2>There is no such command</h2>
      <p className="mt-1 mb-3 text-soft">It was deleted, or the address is wrong.</p>
      <Link className="btn" to="/prepare/commands">
        All commands
      </Link>
    </div>
  );
}
