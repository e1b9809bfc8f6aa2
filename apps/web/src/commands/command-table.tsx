import { titleOf } from '@gully/core/commands';
import { useMemo, useState } from 'react';
import type { Command } from '../api/index.js';
import { useSeveral } from '../editing/index.js';
import { usePrefix } from '../live/index.js';
import { DataTable } from '../table/index.js';
import { comesLater } from '../ui/index.js';
import { AddCommand } from './add-command.js';
import { columnsOf } from './columns.js';
import { filterCommands } from './filtered.js';
import { FindField } from './find-field.js';
import { COMMAND } from './kind.js';
import { NothingFound } from './list-parts.js';
import { PrefixBlank } from './prefix-blank.js';

const SeveralCommands = comesLater(async () => (await import('./several-bar.js')).SeveralCommands, 0);

/** All commands with what one wants to know of each, to be searched, sorted, selected and opened. */
export function CommandTable({ commands }: { readonly commands: readonly Command[] }) {
  const [search, setSearch] = useState('');
  const prefix = usePrefix();
  const found = useMemo(() => filterCommands(commands, search, prefix), [commands, search, prefix]);
  const { mutate } = useSeveral(COMMAND);
  const columns = useMemo(
    () =>
      columnsOf(prefix, (id, on) => {
        mutate({ ids: [id], change: on ? 'switch-on' : 'switch-off' });
      }),
    [prefix, mutate],
  );
  return (
    <section className="flex h-full min-w-0 flex-col bg-plane" aria-labelledby="commands-title">
      <DataTable
        name="commands"
        many="commands"
        rows={found}
        columns={columns}
        idOf={idOf}
        titleOf={(command) => titleOf(command, prefix)}
        groupOf={groupOf}
        faint={isOff}
        several={(chosen, clear) => <SeveralCommands chosen={chosen} commands={commands} onClear={clear} />}
        head={
          <>
            <h1 id="commands-title">Commands</h1>
            <div className="w-56 max-w-full [&_.find]:!my-0">
              <FindField count={commands.length} value={search} onChange={setSearch} />
            </div>
            <PrefixBlank />
          </>
        }
        acts={<AddCommand />}
        empty={
          <NothingFound
            search={search}
            onShowAll={() => {
              setSearch('');
            }}
          />
        }
      />
    </section>
  );
}

const idOf = ({ id }: Command): string => id;
const groupOf = ({ group }: Command): string => group;
const isOff = ({ enabled }: Command): boolean => !enabled;
