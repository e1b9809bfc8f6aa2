import { useQuery } from '@tanstack/react-query';
import { Menu, MessagesSquare, Moon, Search, Sun } from 'lucide-react';
import { NavLink } from 'react-router';
import { ConnectionState } from '../air/index.js';
import { channelQuery } from '../live/index.js';
import { chooseTheme, Mark, Notch, useTheme } from '../ui/index.js';

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
  const other = theme === 'cave' ? 'limestone' : 'cave';
  const themeWords = theme === 'cave' ? 'Limestone theme' : 'Cave theme';
  return (
    <header className="top">
      <div className="row min-w-0">
        {onIndex !== undefined && (
          <button
            type="button"
            className="btn bare only"
            aria-label="Places"
            title="Places"
            onClick={onIndex}
          >
            <Menu className="i" aria-hidden="true" />
          </button>
        )}
        <Mark />
        <span className="channel truncate">{channel?.name}</span>
      </div>
      <nav className="modes" aria-label="Modes">
        {MODES.map(({ to, label }) => (
          <NavLink key={to} to={to}>
            {({ isActive }) => (
              <>
                {label}
                {isActive && <Notch />}
              </>
            )}
          </NavLink>
        ))}
      </nav>
      <div className="row justify-end !gap-2.5">
        <button type="button" className="do-field max-desk:hidden" onClick={onSearch}>
          <Search className="i s" aria-hidden="true" /> Search or do <kbd className="ml-auto">Ctrl K</kbd>
        </button>
        {onDock !== undefined && (
          <button
            type="button"
            className="btn bare only"
            aria-label="Search or do"
            title="Search or do"
            onClick={onSearch}
          >
            <Search className="i" aria-hidden="true" />
          </button>
        )}
        <ConnectionState />
        <button
          type="button"
          className="btn bare only"
          aria-label={themeWords}
          title={themeWords}
          onClick={() => {
            chooseTheme(other);
          }}
        >
          {theme === 'cave' ? (
            <Sun className="i" aria-hidden="true" />
          ) : (
            <Moon className="i" aria-hidden="true" />
          )}
        </button>
        {onDock !== undefined && (
          <button type="button" className="btn bare only" aria-label="Chat" title="Chat" onClick={onDock}>
            <MessagesSquare className="i" aria-hidden="true" />
          </button>
        )}
      </div>
    </header>
  );
}
