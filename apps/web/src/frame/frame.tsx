import { Dialog } from 'radix-ui';
import { Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet, useLocation, useNavigate } from 'react-router';
import { Bones, comesLater, RunningTasks, useNarrow, useStored, useTheme } from '../ui/index.js';
import { Fallen } from './fallen.js';
import { HealthStrip } from './health-strip.js';
import { Dock, DockRail, type Side } from './dock.js';
import { IndexNav } from './index-nav.js';
import { TopBar } from './top-bar.js';

const Toaster = comesLater(async () => (await import('sonner')).Toaster, 0);
const KeysDialog = comesLater(async () => (await import('./keys.js')).KeysDialog, 0);
const Palette = comesLater(async () => (await import('./palette.js')).Palette, 0);

const ANYWHERE = { enableOnFormTags: true, enableOnContentEditable: true, preventDefault: true } as const;

/** What stands around every screen: the top bar, the index, the work area and the dock. */
export function Frame() {
  const narrow = useNarrow();
  const theme = useTheme();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [storedSide, setSide] = useStored('gully.dock.side');
  const [folded, setFolded] = useStored('gully.dock.folded');
  // A sheet belongs to the place it was opened at; going elsewhere closes it.
  const [opened, setOpened] = useState<{ sheet: 'index' | 'dock' | undefined; at: string }>();
  const sheet = opened?.at === pathname ? opened.sheet : undefined;
  const setSheet = (next: 'index' | 'dock' | undefined): void => {
    setOpened({ sheet: next, at: pathname });
  };
  const [searching, setSearching] = useState(false);
  // Once it was there it stays, so that it can close as it should.
  const [searched, setSearched] = useState(false);
  if (searching && !searched) setSearched(true);
  const [keys, setKeys] = useState(false);
  const side: Side = storedSide === 'rehearsal' ? 'rehearsal' : 'live';
  const mode = pathname.startsWith('/air') ? 'air' : pathname.startsWith('/review') ? 'review' : 'prepare';
  const hasIndex = mode !== 'air' && !narrow;
  const isFolded = folded === 'yes';

  const toggleDock = (): void => {
    if (narrow) setSheet(sheet === 'dock' ? undefined : 'dock');
    else setFolded(isFolded ? null : 'yes');
  };
  const toLine = (to?: Side): void => {
    if (to !== undefined) setSide(to);
    if (narrow) setSheet('dock');
    else setFolded(null);
    // At once, so that no letter typed next is lost; and again, since the line may only now be drawn.
    focusLine();
    requestAnimationFrame(() => requestAnimationFrame(focusLine));
  };
  useHotkeys(
    'mod+k',
    () => {
      setSearching(true);
    },
    ANYWHERE,
  );
  useHotkeys('mod+period', toggleDock, ANYWHERE);
  useHotkeys(
    '/',
    () => {
      toLine();
    },
    { useKey: true, preventDefault: true },
  );
  useHotkeys(
    '?',
    () => {
      setKeys(true);
    },
    { useKey: true, preventDefault: true },
  );
  useHotkeys('g>p', () => void navigate('/prepare'));
  useHotkeys('g>a', () => void navigate('/air'));
  useHotkeys('g>r', () => void navigate('/review'));

  const dock = <Dock side={side} sheet={narrow} onSide={setSide} onFold={toggleDock} />;
  return (
    <div className={`app ${hasIndex ? '' : 'no-index'} ${isFolded ? 'folded' : ''}`}>
      <TopBar
        onSearch={() => {
          setSearching(true);
        }}
        onIndex={
          narrow && mode !== 'air'
            ? () => {
                setSheet('index');
              }
            : undefined
        }
        onDock={
          narrow
            ? () => {
                setSheet('dock');
              }
            : undefined
        }
      />
      {hasIndex && <IndexNav mode={mode === 'review' ? 'review' : 'prepare'} />}
      <main className="work">
        <HealthStrip />
        <RunningTasks />
        <div className="place">
          {/* One that fails takes nothing else with it, and going elsewhere goes on. */}
          <Fallen at={pathname}>
            <Suspense fallback={<Bones lines={12} />}>
              <Outlet />
            </Suspense>
          </Fallen>
        </div>
      </main>
      {!narrow && (isFolded ? <DockRail side={side} onOpen={toggleDock} /> : dock)}
      <Sheet
        open={narrow && sheet === 'index'}
        label="Places"
        at="left"
        onClose={() => {
          setSheet(undefined);
        }}
      >
        <IndexNav
          mode={mode === 'review' ? 'review' : 'prepare'}
          onChosen={() => {
            setSheet(undefined);
          }}
        />
      </Sheet>
      <Sheet
        open={narrow && sheet === 'dock'}
        label="Chat"
        at="right"
        onClose={() => {
          setSheet(undefined);
        }}
      >
        {dock}
      </Sheet>
      {searched && (
        <Palette
          open={searching}
          onOpen={setSearching}
          onDock={toggleDock}
          onSay={() => {
            toLine('live');
          }}
          onRehearse={() => {
            toLine('rehearsal');
          }}
          onKeys={() => {
            setKeys(true);
          }}
        />
      )}
      {keys && <KeysDialog open onOpen={setKeys} />}
      <Toaster
        position="bottom-left"
        offset={12}
        theme={theme === 'cave' ? 'dark' : 'light'}
        visibleToasts={3}
        toastOptions={{ duration: 8_000 }}
      />
    </div>
  );
}

/** Puts the cursor into the dock's line, as soon as there is one: a side that is first shown has yet to load. */
function focusLine(): void {
  const line = (): HTMLInputElement | null => document.querySelector<HTMLInputElement>('[data-dock-line]');
  if (line() !== null) {
    line()?.focus();
    return;
  }
  const watching = new MutationObserver(() => {
    if (line() === null) return;
    watching.disconnect();
    line()?.focus();
  });
  watching.observe(document.body, { childList: true, subtree: true });
}

interface SheetProps {
  readonly open: boolean;
  readonly label: string;
  readonly at: 'left' | 'right';
  readonly onClose: () => void;
  readonly children: React.ReactNode;
}

function Sheet({ open, label, at, onClose, children }: SheetProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className={`sheet ${at}`} aria-describedby={undefined}>
          <Dialog.Title className="sr-only">{label}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
