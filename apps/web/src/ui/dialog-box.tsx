import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { RunningTasks } from './tasks.js';

interface DialogBoxProps {
  readonly title: string;
  /** said below the title */
  readonly about?: ReactNode;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A dialog above the page, which Escape closes. */
export function DialogBox({ title, about, onClose, children }: DialogBoxProps) {
  const described = about === undefined ? { 'aria-describedby': undefined } : {};
  return (
    <Dialog.Root
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          className="float fixed top-[10vh] left-1/2 max-h-[80vh] w-[min(620px,94vw)] -translate-x-1/2 overflow-y-auto p-4"
          {...described}
        >
          <Dialog.Title className="h2">{title}</Dialog.Title>
          {about !== undefined && <Dialog.Description className="my-2">{about}</Dialog.Description>}
          {children}
          <RunningTasks />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
