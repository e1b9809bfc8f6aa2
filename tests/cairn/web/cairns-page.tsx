import { cairnFaults } from '@gully/core/cairn';
import { EditorFrame, NameField, SplitPage, ThingButtons, useEditing } from '../editing/index.js';
import { thingsQuery } from '../live/index.js';
import { Fault } from '../ui/index.js';
import { CAIRN_KIND, type Cairn } from './kind.js';

export function CairnsPage() {
  return (
    <SplitPage
      title="Cairns"
      kind={CAIRN_KIND}
      query={thingsQuery('cairn')}
      row={({ name, stones }) => [name, String(stones)]}
      none={<p className="text-soft">Chat lays stones on them.</p>}
      editor={(id, saved) => <CairnEditor key={id} id={id} saved={saved} />}
    />
  );
}

function CairnEditor({ id, saved }: { readonly id: string; readonly saved: Cairn | undefined }) {
  const editing = useEditing({ kind: CAIRN_KIND, id, saved, nameOf: ({ name }) => name, check: cairnFaults });
  return (
    <EditorFrame editing={editing} name={<NameField editing={editing} />}>
      <Fault>{editing.faultOf('name')}</Fault>
      <ThingButtons editing={editing} />
    </EditorFrame>
  );
}
