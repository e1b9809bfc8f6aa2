import { useState } from 'react';
import { Link } from 'react-router';
import type { Command, Several } from '../api/index.js';
import { Opens } from '../ui/index.js';
import { GroupField } from '../editing/index.js';
import { useSeveral } from './several.js';

interface SeveralBarProps {
  readonly chosen: readonly string[];
  readonly commands: readonly Command[];
  readonly onClear: () => void;
}

/** What can be done with the commands ticked in the table. */
export function SeveralBar({ chosen, commands, onClear }: SeveralBarProps) {
  const several = useSeveral();
  const [group, setGroup] = useState('');
  const act = (change: Several): void => {
    several.mutate({ ids: chosen, change, group }, { onSuccess: onClear });
  };
  const button = (label: string, change: Several) => (
    <button
      type="button"
      className="btn s"
      disabled={several.isPending}
      onClick={() => {
        act(change);
      }}
    >
      {label}
    </button>
  );
  return (
    <div className="row flex-wrap" role="toolbar" aria-label="Selected commands">
      <b>{chosen.length} selected</b>
      {button('Switch on', 'switch-on')}
      {button('Switch off', 'switch-off')}
      <Opens label="Group the selected commands" shown="Group…">
        <GroupField group={group} others={commands} onChange={setGroup} />
        <div className="pt-2">
          {button(group.trim() === '' ? 'Remove from groups' : `Move to ${group.trim()}`, 'group')}
        </div>
      </Opens>
      <Link className="btn s" to={`/prepare/bundles?commands=${chosen.join(',')}`}>
        Export
      </Link>
      {button('Delete', 'delete')}
      <button type="button" className="btn s bare ml-auto" onClick={onClear}>
        Clear selection
      </button>
    </div>
  );
}
