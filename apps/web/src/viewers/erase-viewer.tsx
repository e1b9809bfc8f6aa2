import { AlertDialog } from 'radix-ui';
import { useNavigate } from 'react-router';
import type { Viewer } from '../api/index.js';
import { useViewerChanges } from './viewer-changes.js';
import { toast } from '../ui/index.js';

/** A viewer’s right to be forgotten. It cannot be taken back, so it asks first. */
export function EraseViewer({ viewer }: { readonly viewer: Viewer }) {
  const { erase } = useViewerChanges(viewer.id);
  const navigate = useNavigate();
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger className="btn s mt-3 self-start text-crimson">
        Erase this viewer…
      </AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="veil" />
        <AlertDialog.Content className="float fixed top-[20vh] left-1/2 w-[min(440px,94vw)] -translate-x-1/2 p-4">
          <AlertDialog.Title className="h2 mb-2">Erase {viewer.name} for good?</AlertDialog.Title>
          <AlertDialog.Description>
            Their name, what they wrote, and notes about them go, from the log and from what was said about
            them. Counts without a name stay. This cannot be undone.
          </AlertDialog.Description>
          <p className="row mt-4">
            <AlertDialog.Action
              className="btn do"
              onClick={() => {
                erase.mutate(undefined, {
                  onSuccess: () => {
                    toast('Erased the viewer');
                    void navigate('/review/viewers');
                  },
                });
              }}
            >
              Erase {viewer.name}
            </AlertDialog.Action>
            <AlertDialog.Cancel className="btn">Cancel</AlertDialog.Cancel>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
