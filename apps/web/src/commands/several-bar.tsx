import { useState } from 'react';
import { Link } from 'react-router';
import type { Role } from '@gully/core/chat';
import type { Command } from '../api/index.js';
import { GroupField, SeveralBar } from '../editing/index.js';
import { AUDIENCES, Choice, DurationField, Opens } from '../ui/index.js';
import { COMMAND } from './kind.js';

interface SeveralCommandsProps {
  readonly chosen: readonly Command[];
  readonly commands: readonly Command[];
  readonly onClear: () => void;
}

type Set = (part: Record<string, unknown>) => void;

/** What can be done with the commands selected in the table. */
export function SeveralCommands({ chosen, commands, onClear }: SeveralCommandsProps) {
  return (
    <SeveralBar kind={COMMAND} chosen={chosen} onClear={onClear}>
      {(set) => (
        <>
          <Opens label="Who may use the selected commands" shown="Who…">
            <ForWho set={set} />
          </Opens>
          <Opens label="Cooldown of the selected commands" shown="Cooldown…">
            <HowOften set={set} />
          </Opens>
          <Opens label="Group the selected commands" shown="Group…">
            <InGroup commands={commands} set={set} />
          </Opens>
          <Link
            className="btn s"
            to={`/prepare/bundles?commands=${chosen.map(({ id }) => id).join(',')}`}
            title="Make a bundle of them, for another channel"
          >
            Make a bundle
          </Link>
        </>
      )}
    </SeveralBar>
  );
}

function ForWho({ set }: { readonly set: Set }) {
  const [role, setRole] = useState<Role>('viewer');
  return (
    <div className="grid gap-2.5">
      <Choice label="Lowest role" value={role} options={AUDIENCES} onChange={setRole} />
      <p className="s2 max-w-64 text-soft">Viewers who are always or never allowed stay as they are.</p>
      <button
        type="button"
        className="btn justify-self-start"
        onClick={() => {
          set({ gates: { lowestRole: role, onlyRoles: [] } });
        }}
      >
        Change who
      </button>
    </div>
  );
}

function HowOften({ set }: { readonly set: Set }) {
  const [channel, setChannel] = useState<number | null>(null);
  const [viewer, setViewer] = useState<number | null>(null);
  const given = [
    ['cooldown', channel],
    ['viewerCooldown', viewer],
  ] as const;
  const gates = Object.fromEntries(given.filter(([, value]) => value !== null));
  const wrong = Object.values(gates).some(Number.isNaN);
  return (
    <div className="grid gap-2.5">
      <table className="t">
        <tbody>
          <tr>
            <th scope="row">in the channel</th>
            <td>
              <DurationField
                label="in the channel"
                value={channel}
                unit="s"
                empty="as it is"
                onChange={setChannel}
              />
            </td>
          </tr>
          <tr>
            <th scope="row">for the same viewer</th>
            <td>
              <DurationField
                label="for the same viewer"
                value={viewer}
                unit="s"
                empty="as it is"
                onChange={setViewer}
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p className="s2 max-w-64 text-soft">Empty fields stay unchanged. 0 is no wait.</p>
      <button
        type="button"
        className="btn justify-self-start"
        disabled={wrong || Object.keys(gates).length === 0}
        onClick={() => {
          set({ gates });
        }}
      >
        Change cooldown
      </button>
    </div>
  );
}

function InGroup({ commands, set }: { readonly commands: readonly Command[]; readonly set: Set }) {
  const [group, setGroup] = useState('');
  const name = group.trim();
  return (
    <>
      <GroupField group={group} others={commands} onChange={setGroup} />
      <button
        type="button"
        className="btn s mt-2"
        onClick={() => {
          set({ group: name });
        }}
      >
        {name === '' ? 'Remove from groups' : `Move to ${name}`}
      </button>
    </>
  );
}
