import { COOLDOWN_LIMIT, titleOf } from '@gully/core/commands';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { Command } from '../api/index.js';
import type { Column } from '../table/index.js';
import { Ago } from '../ui/index.js';
import { drafts } from './kind.js';
import { Flag } from './list-parts.js';
import { oftenInShort, oftenInWords, summaryOf, whoInWords } from './parts.js';

/** What one wants to know of each command. */
export function columnsOf(
  prefix: string,
  onSwitch: (id: string, on: boolean) => void,
): readonly Column<Command>[] {
  const title = (command: Command): string => titleOf(command, prefix);
  return [
    {
      id: 'command',
      label: 'Command',
      words: title,
      by: (command) => titleOf(command, ''),
      cell: (command) => <Name command={command} title={title(command)} />,
      shown: 'always',
      width: 150,
    },
    {
      id: 'says',
      label: 'What it says',
      words: summaryOf,
      title: summaryOf,
      className: 'text-soft',
      wide: true,
    },
    {
      id: 'aliases',
      label: 'Aliases',
      words: ({ trigger }) => trigger.aliases.map((alias) => prefix + alias).join(' '),
      className: 'm text-soft',
      shown: 'asked',
      wide: true,
    },
    {
      id: 'group',
      label: 'Group',
      words: ({ group }) => group,
      by: ({ group }) => group || undefined,
      shown: 'asked',
    },
    {
      id: 'who',
      label: 'Who',
      words: ({ gates }) => whoInWords(gates),
      by: ({ gates }) => whoInWords(gates),
      title: ({ gates }) => whoInWords(gates),
      width: 122,
    },
    {
      id: 'cooldown',
      label: 'Cooldown',
      words: ({ gates }) => oftenInShort(gates),
      // The channel's first; among equals, the viewer's.
      by: ({ gates }) => gates.cooldown + gates.viewerCooldown / (COOLDOWN_LIMIT + 1),
      title: ({ gates }) => oftenInWords(gates),
      className: 'text-soft',
      wide: true,
      width: 136,
    },
    {
      id: 'week',
      label: '7 days',
      words: ({ usesLastWeek }) => usesLastWeek,
      cell: ({ usesLastWeek }) => usesLastWeek.toLocaleString('en'),
      by: ({ usesLastWeek }) => usesLastWeek,
      fromHighest: true,
      figures: true,
      width: 64,
    },
    {
      id: 'uses',
      label: 'All uses',
      words: ({ uses }) => uses,
      cell: ({ uses }) => uses.toLocaleString('en'),
      by: ({ uses }) => uses,
      fromHighest: true,
      figures: true,
      shown: 'asked',
      width: 76,
    },
    {
      id: 'last',
      label: 'Last use',
      words: ({ lastUse }) => lastUse ?? '',
      cell: ({ lastUse }) => (lastUse === null ? 'never' : <Ago at={lastUse} />),
      by: ({ lastUse }) => lastUse ?? undefined,
      fromHighest: true,
      className: 'text-soft',
      wide: true,
      width: 92,
    },
    {
      id: 'changed',
      label: 'Changed',
      words: ({ changedAt }) => changedAt,
      cell: ({ changedAt }) => <Ago at={changedAt} />,
      by: ({ changedAt }) => changedAt,
      fromHighest: true,
      className: 'text-soft',
      shown: 'asked',
      width: 92,
    },
    {
      id: 'on',
      label: 'On',
      words: ({ enabled }) => (enabled ? 'on' : 'off'),
      by: ({ enabled }) => (enabled ? 0 : 1),
      cell: (command) => (
        <Switch.Root
          className="sw"
          checked={command.enabled}
          aria-label={`${title(command)} is on`}
          onCheckedChange={(on) => {
            onSwitch(command.id, on);
          }}
        />
      ),
      width: 56,
    },
  ];
}

function Name({ command, title }: { readonly command: Command; readonly title: string }) {
  const draft = drafts.use(command.id);
  return (
    <>
      <Link className="m font-semibold hover:underline" to={`/prepare/commands/${command.id}`}>
        {title}
      </Link>{' '}
      <Flag command={command} drafted={draft !== undefined} />
    </>
  );
}
