import { NEW } from '../ui/index.js';
import { titleOf } from '@gully/core/commands';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Plus } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Command } from '../api/index.js';
import { usePrefix } from '../live/index.js';
import { linesOf } from '../table/index.js';
import { drafts } from './kind.js';
import { filterCommands } from './filtered.js';
import { FindField } from './find-field.js';
import { Flag, NothingFound } from './list-parts.js';
import { summaryOf } from './parts.js';

const ROW = 24;

interface CommandListProps {
  readonly commands: readonly Command[];
  readonly open: string | undefined;
}

/** The commands beside the open one: their names under their groups. */
export function CommandList({ commands, open }: CommandListProps) {
  const [search, setSearch] = useState('');
  const scroll = useRef<HTMLDivElement>(null);
  const navigate = useNavigate();
  const prefix = usePrefix();
  const newDraft = drafts.use(NEW);
  const found = useMemo(() => filterCommands(commands, search, prefix), [commands, search, prefix]);
  const lines = useMemo(() => linesOf(found, ({ group }) => group), [found]);
  const hasNew = newDraft !== undefined || open === NEW;
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
    initialRect: { width: 232, height: 600 },
  });
  const at = lines.findIndex((line) => line.kind === 'row' && line.row.id === open);
  const { scrollToIndex } = rows;
  const known = at >= 0;
  useEffect(() => {
    // Opened from the table or by its address, it may stand far down. Only then: the list stays where one put it.
    if (known) scrollToIndex(at, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a search moves places, and is not followed
  }, [open, known]);
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
      <FindField count={commands.length} value={search} onChange={setSearch} />
      <div ref={scroll} className="entries">
        {hasNew && (
          <Link
            className="entry"
            to={`/prepare/commands/${NEW}`}
            aria-current={open === NEW ? 'true' : undefined}
          >
            <span className="m">{newDraft === undefined ? 'new' : titleOf(newDraft.body, prefix)}</span>
            <span className="what">not saved yet</span>
            <span className="flag text-ochre">draft</span>
          </Link>
        )}
        <ul style={{ height: rows.getTotalSize() }} className="relative" aria-label="Commands">
          {rows.getVirtualItems().map(({ index, start }) => {
            const line = lines[index];
            if (line === undefined) return null;
            return (
              <li
                key={line.kind === 'group' ? `group ${line.name}` : line.row.id}
                className="absolute inset-x-0"
                style={{ top: start }}
              >
                {line.kind === 'group' ? (
                  <span className="group">
                    {line.name} <span className="m">{line.members.length}</span>
                  </span>
                ) : (
                  <Entry command={line.row} prefix={prefix} current={line.row.id === open} />
                )}
              </li>
            );
          })}
        </ul>
        {found.length === 0 && commands.length > 0 && (
          <NothingFound
            search={search}
            onShowAll={() => {
              setSearch('');
            }}
          />
        )}
      </div>
    </section>
  );
}

interface EntryProps {
  readonly command: Command;
  readonly prefix: string;
  readonly current: boolean;
}

function Entry({ command, prefix, current }: EntryProps) {
  const draft = drafts.use(command.id);
  return (
    <Link
      className="entry"
      to={`/prepare/commands/${command.id}`}
      aria-current={current ? 'true' : undefined}
    >
      <span className="m">{titleOf(command, prefix)}</span>
      <span className="what">{summaryOf(command)}</span>
      <Flag command={command} drafted={draft !== undefined} />
    </Link>
  );
}
