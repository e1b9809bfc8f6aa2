import { useQueries } from '@tanstack/react-query';
import { Command, defaultFilter } from 'cmdk';
import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { usePrefix } from '../live/index.js';
import { useAreas, type Act } from '../manifest/index.js';
import { chooseTheme, comesLater, useTheme } from '../ui/index.js';
import { MODES } from './top-bar.js';

interface PaletteProps {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onDock: () => void;
  readonly onSay: () => void;
  readonly onRehearse: () => void;
  readonly onKeys: () => void;
}

/** Stands between a name and what tells it from others of that name; only the name is searched. */
const APART = '\u0000';

/** How good a match must be where not all that was typed is in it; letters scattered over a name hardly ever mean it. */
const CLOSE = 0.4;

function likely(value: string, search: string, keywords: string[] = []): number {
  const [label = ''] = value.split(APART);
  const score = defaultFilter(label, search, keywords);
  const all = [label, ...keywords].join(' ').toLowerCase();
  const isWhole = search
    .toLowerCase()
    .trim()
    .split(/\s+/u)
    .every((word) => all.includes(word));
  return isWhole || score >= CLOSE ? score : 0;
}

/** Search or run: everything reachable in words. */
export function Palette({ open, onOpen, onDock, onSay, onRehearse, onKeys }: PaletteProps) {
  const navigate = useNavigate();
  const theme = useTheme();
  const prefix = usePrefix();
  const areas = useAreas();
  const findings = areas.flatMap(({ finding }) => finding ?? []);
  const [search, setSearch] = useState('');
  const acts = useMemo(
    () =>
      areas.flatMap(({ acts: load }, n) => (load === undefined ? [] : [{ n, Acts: comesLater(load, 0) }])),
    [areas],
  );
  const answers = useQueries({ queries: findings.map(({ query }) => query) });
  const item = (label: string, run: () => void, hint = '', keywords: readonly string[] = []) => (
    <Command.Item
      key={`${label} ${hint}`}
      value={`${label}${APART}${hint}`}
      keywords={[...keywords]}
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
  const act = ({ label, run, hint, words }: Act) => item(label, run, hint, words);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpen}
      label="Search or run"
      filter={likely}
      overlayClassName="veil"
      contentClassName="float fixed top-[12vh] left-1/2 w-[min(520px,94vw)] -translate-x-1/2 p-2"
      loop
    >
      <Command.Input
        className="blank !h-9 w-full"
        placeholder="Search, or say what to do"
        value={search}
        onValueChange={setSearch}
      />
      <Command.List className="mt-2 max-h-[50vh] overflow-y-auto [&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-soft">
        <Command.Empty className="p-3 text-soft">Nothing found.</Command.Empty>
        <Command.Group heading="Do">
          {areas
            .flatMap(({ actions = [] }) => actions)
            .map(({ label, to, hint, words }) => item(label, () => void navigate(to), hint, words))}
          {item('Say in chat', onSay, '/')}
          {item('Rehearse a line', onRehearse)}
          {acts.map(({ n, Acts }) => (
            <Acts key={n} search={search} show={act} />
          ))}
          <SaveAct show={act} />
          {item('Collapse or open the dock', onDock, 'Ctrl .')}
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
          {areas
            .flatMap(({ index = [] }) => index)
            .map(({ label, to, words }) => item(label, () => void navigate(to), '', words))}
          {MODES.map(({ to, label }) =>
            item(label, () => void navigate(to), `g ${label.charAt(0).toLowerCase()}`.replace('g o', 'g a')),
          )}
        </Command.Group>
        {findings.map(({ heading, found }, at) => (
          <Command.Group key={heading} heading={heading}>
            {found((answers[at]?.data ?? []) as readonly never[], prefix).map(({ label, to, hint, words }) =>
              item(label, () => void navigate(to), hint, words),
            )}
          </Command.Group>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}

/** Saves what is open, where there is something to save. */
function SaveAct({ show }: { readonly show: (act: Act) => ReactNode }) {
  const button = document.querySelector<HTMLButtonElement>('[data-save]:not(:disabled)');
  if (button === null) return null;
  return show({
    label: 'Save',
    hint: 'Ctrl ⏎',
    words: ['keep'],
    run: () => {
      button.click();
    },
  });
}
