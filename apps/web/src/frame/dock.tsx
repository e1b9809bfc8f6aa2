import { PanelRightClose, PanelRightOpen, X } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { LiveSide } from '../chat/index.js';
import { RehearsalSide } from '../rehearsal/index.js';

export type Side = 'live' | 'rehearsal';

interface DockProps {
  readonly side: Side;
  readonly onSide: (side: Side) => void;
  readonly onFold: () => void;
  /** as a sheet it is closed, not folded */
  readonly sheet: boolean;
}

/** Chat, on the right of every screen: as it is, and as it would be. */
export function Dock({ side, onSide, onFold, sheet }: DockProps) {
  const words = sheet ? 'Close chat' : 'Fold the dock, Ctrl .';
  return (
    <Tabs.Root
      asChild
      value={side}
      onValueChange={(next) => {
        onSide(next as Side);
      }}
    >
      <aside
        className={`dock ${side === 'rehearsal' ? 'rehearse' : ''}`}
        aria-label={side === 'rehearsal' ? 'Rehearsal' : 'Chat'}
      >
        <div className="sides">
          <Tabs.List aria-label="Sides of the dock">
            <Tabs.Trigger value="live">Live</Tabs.Trigger>
            <Tabs.Trigger value="rehearsal">Rehearsal</Tabs.Trigger>
          </Tabs.List>
          <span className="row ml-auto">
            {side === 'rehearsal' && <span className="state text-pool">nothing real happens</span>}
            <button type="button" className="btn bare only" aria-label={words} title={words} onClick={onFold}>
              {sheet ? (
                <X className="i" aria-hidden="true" />
              ) : (
                <PanelRightClose className="i" aria-hidden="true" />
              )}
            </button>
          </span>
        </div>
        <Tabs.Content value="live" className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
          <LiveSide />
        </Tabs.Content>
        <Tabs.Content value="rehearsal" className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
          <RehearsalSide />
        </Tabs.Content>
      </aside>
    </Tabs.Root>
  );
}

/** What is left of a folded dock. */
export function DockRail({ side, onOpen }: { readonly side: Side; readonly onOpen: () => void }) {
  return (
    <aside className="rail" aria-label="Chat, folded">
      <button
        type="button"
        className="btn bare only"
        aria-label="Open the dock, Ctrl ."
        title="Open the dock, Ctrl ."
        onClick={onOpen}
      >
        <PanelRightOpen className="i" aria-hidden="true" />
      </button>
      <span className="turned" aria-hidden="true">
        {side === 'live' ? 'Live' : 'Rehearsal'}
      </span>
    </aside>
  );
}
