import { GripHorizontal, X } from 'lucide-react';
import { useEffect, useRef, type ComponentType, type KeyboardEvent } from 'react';
import { IconButton } from '../ui/index.js';
import type { Nudge } from './nudge.js';

const KEYS: Readonly<Record<string, Nudge>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

interface PanelCellProps {
  readonly title: string;
  readonly Panel: ComponentType;
  readonly arranging: boolean;
  /** whether there is nothing in it but its heading */
  readonly onIdle: (idle: boolean) => void;
  readonly onNudge: (to: Nudge, size: boolean) => void;
  readonly onHide: () => void;
}

/** A panel of the board; while it is arranged, with what moves, sizes and hides it. */
export function PanelCell({ title, Panel, arranging, onIdle, onNudge, onHide }: PanelCellProps) {
  const body = useRef<HTMLDivElement>(null);
  const tell = useRef(onIdle);
  useEffect(() => {
    tell.current = onIdle;
  });
  useEffect(() => {
    const element = body.current;
    if (element === null) return;
    const look = (): void => {
      const panel = element.querySelector(':scope > section');
      tell.current(panel !== null && panel.childElementCount <= 1);
    };
    const observer = new MutationObserver(look);
    observer.observe(element, { childList: true, subtree: true });
    look();
    return () => {
      observer.disconnect();
    };
  }, []);
  const onKeyDown = (event: KeyboardEvent): void => {
    const to = KEYS[event.key];
    if (to === undefined) return;
    event.preventDefault();
    onNudge(to, event.shiftKey);
  };
  return (
    <>
      {arranging && (
        <div className="arrange">
          <button
            type="button"
            className="grip"
            aria-label={`Move ${title}; arrow keys move it, with Shift they size it`}
            onKeyDown={onKeyDown}
          >
            <GripHorizontal className="i s" aria-hidden="true" /> {title}
          </button>
          <IconButton icon={X} label={`Leave out ${title}`} onClick={onHide} />
        </div>
      )}
      <div ref={body} className="cell" inert={arranging}>
        <Panel />
      </div>
    </>
  );
}
