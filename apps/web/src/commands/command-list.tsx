import { useVirtualizer } from '@tanstack/react-virtual';
import { Plus, Search } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { PREFIX } from '@gully/core/commands';
import { foldName } from '@gully/core/text';
import type { Command } from '../api/index.js';
import { NEW, useDraft } from './drafts.js';

const ROW = 24;

interface CommandListProps {
  readonly commands: readonly Command[];
  readonly open: string | undefined;
}

export function CommandList({ commands, open }: CommandListProps) {
  const [search, setSearch] = useState('');
  const scroll = useRef<HTMLDivElement>(null);
  const navigate = useNavigate();
  const newDraft = useDraft(NEW);
  const found = commands.filter((command) => matches(command, search));
  const hasNew = newDraft !== undefined || open === NEW;
  const rows = useVirtualizer({
    count: found.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
    initialRect: { width: 232, height: 600 },
  });
  const words = `Find in ${String(commands.length)} ${commands.length === 1 ? 'command' : 'commands'}`;
  return (
    <section className="list" aria-labelledby="commands-title">
      <header>
        <h1 id="commands-title">Commands</h1>
        <button
          type="button"
          className="btn s ml-auto"
          onClick={() => void navigate(`/prepare/commands/${NEW}`)}
        >
          <Plus className="i s" aria-hidden="true" /> Add <kbd aria-hidden="true">N</kbd>
        </button>
      </header>
      <div className="find">
        <Search className="i s" aria-hidden="true" />
        <input
          type="search"
          className="blank"
          placeholder={words}
          aria-label={words}
          value={search}
          onChange={(event) => {
            setSearch(event.target.value);
          }}
        />
      </div>
      <div ref={scroll} className="entries">
        {hasNew && (
          <Link
            className="entry"
            to={`/prepare/commands/${NEW}`}
            aria-current={open === NEW ? 'true' : undefined}
          >
            <span className="m">{newDraft?.body.name ? `${PREFIX}${newDraft.body.name}` : 'new'}</span>
            <span className="what">not saved yet</span>
            <span className="flag text-ochre">draft</span>
          </Link>
        )}
        <ul style={{ height: rows.getTotalSize() }} className="relative" aria-label="Commands">
          {rows.getVirtualItems().map(({ index, start }) => {
            const command = found[index];
            return command === undefined ? null : (
              <li key={command.id} className="absolute inset-x-0" style={{ top: start }}>
                <Entry command={command} current={command.id === open} />
              </li>
            );
          })}
        </ul>
        {found.length === 0 && commands.length > 0 && (
          <p className="px-3 py-2 text-soft">
            No command has “{search}” in its name, aliases or text.{' '}
            <button
              type="button"
              className="underline"
              onClick={() => {
                setSearch('');
              }}
            >
              Show all
            </button>
          </p>
        )}
      </div>
    </section>
  );
}

function Entry({ command, current }: { readonly command: Command; readonly current: boolean }) {
  const draft = useDraft(command.id);
  return (
    <Link
      className="entry"
      to={`/prepare/commands/${command.id}`}
      aria-current={current ? 'true' : undefined}
    >
      <span className="m">
        {PREFIX}
        {command.name}
      </span>
      <span className="what">{plain(command.text)}</span>
      {command.fault !== null ? (
        <span className="flag text-crimson">faulty</span>
      ) : draft !== undefined ? (
        <span className="flag text-ochre">draft</span>
      ) : (
        !command.enabled && <span className="flag text-soft">off</span>
      )}
    </Link>
  );
}

function matches({ name, aliases, text }: Command, search: string): boolean {
  const wanted = foldName(search.trim().replace(/^!/u, ''));
  return wanted === '' || [name, ...aliases, text].some((each) => foldName(each).includes(wanted));
}

/** A text in one line, its values shown as an ellipsis. */
function plain(text: string): string {
  return text
    .replace(/\{\{[^]*?\}\}|\{%[^]*?%\}/gu, '…')
    .replace(/\s+/gu, ' ')
    .replace(/^[…,.:\s]+/u, '')
    .trim();
}
