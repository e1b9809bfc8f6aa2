import { PanelRightClose, PanelRightOpen, X } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { LiveSide } from '../chat/index.js';
import { comesLater, IconButton } from '../ui/index.js';

const RehearsalSide = comesLater(async () => (await import('../rehearsal/index.js')).RehearsalSide);

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
            <IconButton
              icon={sheet ? X : PanelRightClose}
              label={sheet ? 'Close chat' : 'Collapse the dock, Ctrl .'}
              onClick={onFold}
            />
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
      <IconButton icon={PanelRightOpen} label="Open the dock, Ctrl ." onClick={onOpen} />
      <span className="turned" aria-hidden="true">
        {side === 'live' ? 'Live' : 'Rehearsal'}
      </span>
    </aside>
  );
}
