import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';

interface OpensProps {
  /** what the blank holds now */
  readonly shown: ReactNode;
  readonly label: string;
  readonly draft?: boolean;
  readonly mono?: boolean;
  readonly wrong?: boolean;
  /** what it holds a part of, for the way from a why */
  readonly part?: string;
  readonly children: ReactNode;
}

/** A blank that opens a small table of settings which belong together. */
export function Opens({
  shown,
  label,
  draft = false,
  mono = false,
  wrong = false,
  part,
  children,
}: OpensProps) {
  return (
    <Popover.Root>
      <Popover.Trigger
        type="button"
        aria-label={label}
        className={`blank opens ${draft ? 'draft' : ''} ${mono ? 'm !font-medium' : ''} ${wrong ? '!border-b-2 !border-crimson' : ''}`}
        data-wrong={wrong || undefined}
        data-part={part}
      >
        {shown}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="float max-w-[92vw] p-3"
          sideOffset={8}
          align="start"
          collisionPadding={8}
          aria-label={label}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
