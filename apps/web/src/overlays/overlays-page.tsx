import { SplitPage } from '../editing/index.js';
import { OVERLAY_KIND } from './kind.js';
import { OverlayEditor } from './overlay-editor.js';
import { thingsQuery } from '../live/index.js';

/** Prepare › Overlays: what is seen on the stream. */
export function OverlaysPage() {
  return (
    <SplitPage
      title="Overlays"
      kind={OVERLAY_KIND}
      query={thingsQuery('overlay')}
      row={({ name, pieces }) => [
        name,
        `${String(pieces.length)} ${pieces.length === 1 ? 'piece' : 'pieces'}`,
      ]}
      none={
        <p className="max-w-[60ch] text-soft">
          An overlay is a page your streaming software shows over the stream: a stage for alerts, the queue, a
          counter, a goal, chat. Make one, copy its address into a browser source, and arrange its pieces
          here.
        </p>
      }
      editor={(id, saved, others) => <OverlayEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}
