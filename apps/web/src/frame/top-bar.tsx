import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Menu, MessagesSquare, Moon, Search, Sun } from 'lucide-react';
import { NavLink } from 'react-router';
import { ConnectionState, StreamState } from '../air/index.js';
import { channelQuery } from '../live/index.js';
import { AreaParts, useAreas } from '../manifest/index.js';
import { chooseTheme, comesLater, IconButton, Mark, Notch, useTheme } from '../ui/index.js';

export const MODES = [
  { to: '/prepare', label: 'Prepare' },
  { to: '/air', label: 'On air' },
  { to: '/review', label: 'Review' },
] as const;

interface TopBarProps {
  readonly onSearch: () => void;
  /** on a phone, where index and dock are sheets */
  readonly onIndex: (() => void) | undefined;
  readonly onDock: (() => void) | undefined;
}

export function TopBar({ onSearch, onIndex, onDock }: TopBarProps) {
  const { data: channel } = useQuery(channelQuery);
  const theme = useTheme();
  return (
    <header className="top">
      <div className="row min-w-0">
        {onIndex !== undefined && <IconButton icon={Menu} label="Places" onClick={onIndex} />}
        <Mark />
        <span className="channel truncate">{channel?.name}</span>
        <StreamState />
      </div>
      <nav className="modes" aria-label="Modes">
        {MODES.map(({ to, label }) => (
          <NavLink key={to} to={to}>
            {({ isActive }) => (
              <>
                {label}
                <ModeCounts of={to} />
                {isActive && <Notch />}
              </>
            )}
          </NavLink>
        ))}
      </nav>
      <div className="row justify-end !gap-2.5">
        <button type="button" className="do-field max-desk:hidden" onClick={onSearch}>
          <Search className="i s" aria-hidden="true" /> Search or run <kbd className="ml-auto">Ctrl K</kbd>
        </button>
        {onDock !== undefined && <IconButton icon={Search} label="Search or run" onClick={onSearch} />}
        <AreaParts at="topBar" />
        <ConnectionState />
        <IconButton
          icon={theme === 'cave' ? Sun : Moon}
          label={theme === 'cave' ? 'Limestone theme' : 'Cave theme'}
          onClick={() => {
            chooseTheme(theme === 'cave' ? 'limestone' : 'cave');
          }}
        />
        {onDock !== undefined && <IconButton icon={MessagesSquare} label="Chat" onClick={onDock} />}
      </div>
    </header>
  );
}

/** How much waits in a mode. */
function ModeCounts({ of }: { readonly of: string }) {
  const areas = useAreas();
  const counts = useMemo(
    () =>
      areas
        .flatMap(({ modeCounts = [] }) => modeCounts)
        .filter(({ mode }) => of === `/${mode}`)
        .map(({ id, load }) => ({ id, Count: comesLater(load, 0) })),
    [areas, of],
  );
  return counts.map(({ id, Count }) => <Count key={id} />);
}
