import { SplitPage } from '../editing/index.js';
import { FilesAndWebhooks } from './files-and-webhooks.js';
import { OUTPUT_KIND } from './kind.js';
import { OutputEditor } from './output-editor.js';
import { thingsQuery } from '../live/index.js';

/** Prepare › Outputs: texts that are kept in files, and where else routines write. */
export function OutputsPage() {
  return (
    <SplitPage
      title="Outputs"
      kind={OUTPUT_KIND}
      query={thingsQuery('output')}
      row={({ name }) => [`${name}.txt`, '']}
      noneLine="Files and webhooks"
      none={<FilesAndWebhooks />}
      editor={(id, saved, others) => <OutputEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}
