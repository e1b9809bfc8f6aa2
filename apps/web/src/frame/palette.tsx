import { titleOf } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { Command, defaultFilter } from 'cmdk';
import { useNavigate } from 'react-router';
import { summaryOf } from '../commands/index.js';
import { commandsQuery, listsQuery, routinesQuery, timersQuery, usePrefix } from '../live/index.js';
import { chooseTheme, NEW, useTheme } from '../ui/index.js';
import { MODES } from './top-bar.js';

interface PaletteProps {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onDock: () => void;
  readonly onSay: () => void;
  readonly onRehearse: () => void;
  readonly onKeys: () => void;
}

/** Letters scattered over a name are found too, and mean it hardly ever. */
function likely(value: string, search: string, keywords?: string[]): number {
  const score = defaultFilter(value, search, keywords);
  return score < 0.05 ? 0 : score;
}

/** Search or do: everything reachable in words. */
export function Palette({ open, onOpen, onDock, onSay, onRehearse, onKeys }: PaletteProps) {
  const navigate = useNavigate();
  const theme = useTheme();
  const prefix = usePrefix();
  const { data: commands } = useQuery(commandsQuery);
  const { data: routines } = useQuery(routinesQuery);
  const { data: lists } = useQuery(listsQuery);
  const { data: timers } = useQuery(timersQuery);
  const item = (label: string, run: () => void, hint = '', keywords: string[] = []) => (
    <Command.Item
      key={label}
      value={label}
      keywords={keywords}
      className="choice"
      onSelect={() => {
        onOpen(false);
        run();
      }}
    >
      <span>{label}</span>
      <span className="s2 ml-auto truncate text-soft">{hint}</span>
    </Command.Item>
  );
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpen}
      label="Search or do"
      filter={likely}
      overlayClassName="veil"
      contentClassName="float fixed top-[12vh] left-1/2 w-[min(520px,94vw)] -translate-x-1/2 p-2"
      loop
    >
      <Command.Input className="blank !h-9 w-full" placeholder="Search, or say what to do" />
      <Command.List className="mt-2 max-h-[50vh] overflow-y-auto [&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-soft">
        <Command.Empty className="p-3 text-soft">Nothing by that name.</Command.Empty>
        <Command.Group heading="Do">
          {item('Add command', () => void navigate(`/prepare/commands/${NEW}`), 'N')}
          {item('Add routine', () => void navigate(`/prepare/routines/${NEW}`))}
          {item('Add list', () => void navigate(`/prepare/lists/${NEW}`))}
          {item('Take in a bundle', () => void navigate('/prepare/bundles'), '', ['import', 'export'])}
          {item('Say in chat', onSay, '/')}
          {item('Rehearse a line', onRehearse)}
          {item('Fold or open the dock', onDock, 'Ctrl .')}
          {item(
            theme === 'cave' ? 'Use the limestone theme' : 'Use the cave theme',
            () => {
              chooseTheme(theme === 'cave' ? 'limestone' : 'cave');
            },
            '',
            ['dark', 'light'],
          )}
          {item('Show all keys', onKeys, '?')}
        </Command.Group>
        <Command.Group heading="Go to">
          {item('Commands', () => void navigate('/prepare/commands'))}
          {item('Routines', () => void navigate('/prepare/routines'))}
          {item('Timers', () => void navigate('/prepare/timers'), '', ['forecast', 'interval'])}
          {item('Lists', () => void navigate('/prepare/lists'))}
          {item('Outputs', () => void navigate('/prepare/outputs'), '', ['webhook', 'file'])}
          {item('What ran', () => void navigate('/review/activity'), '', ['activity', 'runs'])}
          {item('Counters', () => void navigate('/prepare/counters'))}
          {item('Viewers', () => void navigate('/review/viewers'))}
          {MODES.map(({ to, label }) =>
            item(label, () => void navigate(to), `g ${label.charAt(0).toLowerCase()}`.replace('g o', 'g a')),
          )}
        </Command.Group>
        <Command.Group heading="Routines, timers and lists">
          {(routines ?? []).map(({ id, name }) =>
            item(name, () => void navigate(`/prepare/routines/${id}`), 'routine'),
          )}
          {(timers ?? []).map(({ id, name }) =>
            item(name, () => void navigate(`/prepare/timers/${id}`), 'timer'),
          )}
          {(lists ?? []).map(({ id, name }) =>
            item(name, () => void navigate(`/prepare/lists/${id}`), 'list'),
          )}
        </Command.Group>
        <Command.Group heading="Commands">
          {(commands ?? []).map((command) =>
            item(
              titleOf(command, prefix),
              () => void navigate(`/prepare/commands/${command.id}`),
              summaryOf(command).slice(0, 60),
              [...command.trigger.aliases, ...command.trigger.phrases],
            ),
          )}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}
