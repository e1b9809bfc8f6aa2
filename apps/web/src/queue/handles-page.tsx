import { SplitPage } from '../editing/index.js';
import { HandleEditor } from './handle-editor.js';
import { HANDLE_KIND } from './kinds.js';
import { thingsQuery } from '../live/index.js';

/** Prepare › Handles: what names in each game look like. */
export function HandlesPage() {
  return (
    <SplitPage
      title="Handles"
      kind={HANDLE_KIND}
      query={thingsQuery('handle')}
      row={({ name, category }) => [category, name]}
      none={
        <p className="max-w-[60ch] text-soft">
          A handle is what a viewer is called in one game. Viewers type it once when they join, or ahead of
          time; it is checked, kept for that game, and never asked for again. Only you, your moderators and
          the viewer see it, unless a queue shows handles in its list.
        </p>
      }
      editor={(id, saved, others) => <HandleEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}
