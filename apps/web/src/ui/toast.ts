import type { ExternalToast } from 'sonner';
import { lastDone } from './last-done.js';

/** What is told beside a title; `undo` takes back what the title tells. */
interface More extends ExternalToast {
  readonly undo?: (() => void) | undefined;
}

/** Notices that stand at the edge of the screen for a while. Their code comes behind what is shown first. */
const loaded = (): Promise<typeof import('sonner')> => import('sonner');

export function toast(title: string, { undo, ...more }: More = {}): void {
  if (undo === undefined) {
    void loaded().then((sonner) => sonner.toast(title, more));
    return;
  }
  const undoOnce = (): void => {
    lastDone.set(undefined);
    undo();
  };
  lastDone.set({ title, at: Date.now(), undo: undoOnce });
  void loaded().then((sonner) =>
    sonner.toast(title, { ...more, action: { label: 'Undo', onClick: undoOnce } }),
  );
}
toast.error = (title: string, more?: ExternalToast): void => {
  void loaded().then((sonner) => sonner.toast.error(title, more));
};
