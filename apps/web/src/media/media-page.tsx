import { SplitPage } from '../editing/index.js';
import { DropZone } from './drop-zone.js';
import { MEDIA_KIND } from './kind.js';
import { MediaEditor } from './media-editor.js';
import { thingsQuery } from '../live/index.js';

/** Prepare › Media: the library of pictures, videos and sounds. */
export function MediaPage() {
  return (
    <SplitPage
      title="Media"
      kind={MEDIA_KIND}
      query={thingsQuery('media')}
      row={({ name, kind, missing }) => [name, missing ? 'missing' : kind]}
      none={
        <>
          <p className="mb-3 max-w-[60ch] text-soft">
            Pictures, videos and sounds that steps and overlays show and play. Pictures are re-encoded on
            upload, so nothing but the picture itself is kept.
          </p>
          <DropZone />
        </>
      }
      editor={(id, saved, others) =>
        saved === undefined ? (
          <section key="new" className="editor !pt-3">
            <h2 className="mb-2">Add files</h2>
            <DropZone />
          </section>
        ) : (
          <MediaEditor key={id} id={id} saved={saved} others={others} />
        )
      }
    />
  );
}
