import { titleOf } from '@gully/core/commands';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useCallback, useMemo, useRef, useState } from 'react';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { Command } from '../api/index.js';
import { usePrefix } from '../live/index.js';
import { comesLater, ago, exact, Tick, useNarrow, useNow } from '../ui/index.js';
import { AddCommand } from './add-command.js';
import { Flag, NothingFound } from './list-parts.js';
import { drafts } from './kind.js';
import { filterCommands, groupedRows } from './filtered.js';
import { FindField } from './find-field.js';
import { oftenInShort, oftenInWords, summaryOf, whoInWords } from './parts.js';
import { PrefixBlank } from './prefix-blank.js';
import { useSeveral } from './several.js';

const ROW = 28;

const SeveralBar = comesLater(async () => (await import('./several-bar.js')).SeveralBar, 0);

/** All commands with what one wants to know of each, to be searched, ticked and opened. */
export function CommandTable({ commands }: { readonly commands: readonly Command[] }) {
  const [search, setSearch] = useState('');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const scroll = useRef<HTMLDivElement>(null);
  const prefix = usePrefix();
  const now = useNow(10_000);
  // On a phone three of the columns are not there.
  const narrow = useNarrow();
  const found = useMemo(() => filterCommands(commands, search, prefix), [commands, search, prefix]);
  const lines = useMemo(() => groupedRows(found), [found]);
  const chosen = commands.filter(({ id }) => ticked.has(id)).map(({ id }) => id);
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 15,
    initialRect: { width: 760, height: 640 },
  });
  const items = rows.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = rows.getTotalSize() - (items.at(-1)?.end ?? 0);
  const tick = (ids: readonly string[], on: boolean): void => {
    const next = new Set(ticked);
    for (const id of ids)
      if (on) next.add(id);
      else next.delete(id);
    setTicked(next);
  };
  const { mutate } = useSeveral();
  const switchOne = useCallback(
    (id: string, on: boolean): void => {
      mutate({ ids: [id], change: on ? 'switch-on' : 'switch-off' });
    },
    [mutate],
  );
  const stateOf = (members: readonly Command[]): boolean | 'indeterminate' => {
    const on = members.filter(({ id }) => ticked.has(id)).length;
    return on === 0 ? false : on === members.length || 'indeterminate';
  };
  return (
    <section className="flex h-full min-w-0 flex-col bg-plane" aria-labelledby="commands-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="commands-title">Commands</h1>
        <div className="w-56 max-w-full [&_.find]:!my-0">
          <FindField count={commands.length} value={search} onChange={setSearch} />
        </div>
        <PrefixBlank />
        <span className="ml-auto">
          <AddCommand />
        </span>
      </header>
      {chosen.length > 0 && (
        <div className="border-b border-line px-4 py-1.5">
          <SeveralBar
            chosen={chosen}
            commands={commands}
            onClear={() => {
              setTicked(new Set());
            }}
          />
        </div>
      )}
      <div
        ref={scroll}
        className="min-h-0 flex-1 overflow-auto"
        role="region"
        aria-label="All commands"
        tabIndex={0}
      >
        <table className="t commands">
          <thead className="sticky top-0 z-10 bg-plane">
            <tr>
              <th className="!pl-4">
                <Tick
                  bare
                  label="Select all shown"
                  checked={found.length > 0 && stateOf(found)}
                  onChange={(on) => {
                    tick(
                      found.map(({ id }) => id),
                      on,
                    );
                  }}
                />
              </th>
              <th>Command</th>
              <th>What it says</th>
              <th>Who</th>
              <th>Cooldown</th>
              <th className="n">7 days</th>
              <th>Last use</th>
              <th>On</th>
            </tr>
          </thead>
          <tbody>
            {before > 0 && <tr aria-hidden="true" style={{ height: before }} />}
            {items.map(({ index }) => {
              const line = lines[index];
              if (line === undefined) return null;
              if (line.kind === 'group')
                return (
                  <tr key={`group ${line.name}`} className="group">
                    <td className="!pl-4">
                      <Tick
                        bare
                        label={`Select all of ${line.name}`}
                        checked={stateOf(line.commands)}
                        onChange={(on) => {
                          tick(
                            line.commands.map(({ id }) => id),
                            on,
                          );
                        }}
                      />
                    </td>
                    <th colSpan={narrow ? 4 : 7} scope="rowgroup">
                      {line.name} <span className="m">{line.commands.length}</span>
                    </th>
                  </tr>
                );
              return (
                <CommandRow
                  key={line.command.id}
                  command={line.command}
                  prefix={prefix}
                  ticked={ticked.has(line.command.id)}
                  now={now}
                  onTick={(on) => {
                    tick([line.command.id], on);
                  }}
                  onSwitch={switchOne}
                />
              );
            })}
            {after > 0 && <tr aria-hidden="true" style={{ height: after }} />}
          </tbody>
        </table>
        {found.length === 0 && (
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

interface CommandRowProps {
  readonly command: Command;
  readonly prefix: string;
  readonly ticked: boolean;
  readonly now: number;
  readonly onTick: (on: boolean) => void;
  readonly onSwitch: (id: string, on: boolean) => void;
}

const CommandRow = memo(function CommandRow({
  command,
  prefix,
  ticked,
  now,
  onTick,
  onSwitch,
}: CommandRowProps) {
  const draft = drafts.use(command.id);
  const title = titleOf(command, prefix);
  const summary = summaryOf(command);
  const who = whoInWords(command.gates);
  const often = oftenInWords(command.gates);
  return (
    <tr className={command.enabled ? '' : 'text-soft'}>
      <td className="!pl-4">
        <Tick bare label={`Select ${title}`} checked={ticked} onChange={onTick} />
      </td>
      <td>
        <Link className="m font-semibold hover:underline" to={`/prepare/commands/${command.id}`}>
          {title}
        </Link>{' '}
        <Flag command={command} drafted={draft !== undefined} />
      </td>
      <td title={summary} className="text-soft">
        {summary}
      </td>
      <td title={who}>{who}</td>
      <td title={often} className="text-soft">
        {oftenInShort(command.gates)}
      </td>
      <td className="n">{command.usesLastWeek.toLocaleString('en')}</td>
      <td className="text-soft" title={command.lastUse === null ? undefined : exact(command.lastUse)}>
        {command.lastUse === null ? 'never' : ago(command.lastUse, now)}
      </td>
      <td>
        <Switch.Root
          className="sw"
          checked={command.enabled}
          aria-label={`${title} is on`}
          onCheckedChange={(on) => {
            onSwitch(command.id, on);
          }}
        />
      </td>
    </tr>
  );
});
