import type { ExternalToast } from 'sonner';

/** Notices that stand at the edge of the screen for a while. Their code comes behind what is shown first. */
const loaded = (): Promise<typeof import('sonner')> => import('sonner');

export function toast(title: string, more?: ExternalToast): void {
  void loaded().then((sonner) => sonner.toast(title, more));
}
toast.error = (title: string, more?: ExternalToast): void => {
  void loaded().then((sonner) => sonner.toast.error(title, more));
};
