import { SplitPage } from '../editing/index.js';
import { outputsQuery } from '../live/index.js';
import { FilesAndWebhooks } from './files-and-webhooks.js';
import { OUTPUT_KIND } from './kind.js';
import { OutputEditor } from './output-editor.js';

/** Prepare › Outputs: texts that are kept in files, and where else routines write. */
export function OutputsPage() {
  return (
    <SplitPage
      title="Outputs"
      kind={OUTPUT_KIND}
      query={outputsQuery}
      row={({ name }) => [`${name}.txt`, '']}
      noneLine="Files and webhooks"
      none={<FilesAndWebhooks />}
      editor={(id, saved, others) => <OutputEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}
