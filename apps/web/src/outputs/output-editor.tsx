import { outputFaults, type OutputBody } from '@gully/core/outputs';
import { routineOf } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { Output } from '../api/index.js';
import { EditorFrame, NameField, ThingButtons, useEditing } from '../editing/index.js';
import { SaidText, useScope, ValueReference } from '../script/index.js';
import { Fault } from '../ui/index.js';
import { OUTPUT_KIND } from './kind.js';
import { outputFilesQuery } from './queries.js';

interface OutputEditorProps {
  readonly id: string;
  readonly saved: Output | undefined;
  readonly others: readonly Output[];
}

const NO_STEPS = routineOf([]);
const NOBODY = { name: '', uses: 0, inputs: {}, names: false };

/** One text that is kept up to date in a file. */
export function OutputEditor({ id, saved, others }: OutputEditorProps) {
  const check = useCallback((body: OutputBody) => outputFaults(body, others), [others]);
  const editing = useEditing({ kind: OUTPUT_KIND, id, saved, nameOf: ({ name }) => `${name}.txt`, check });
  const { body, base, faultOf, change, refusal } = editing;
  const scope = useScope(NO_STEPS, NOBODY);
  const { data: files } = useQuery(outputFilesQuery);
  const [valuesOpen, setValuesOpen] = useState(false);
  const showValues = useCallback((): void => {
    setValuesOpen(true);
  }, []);
  const now = files?.find(({ name }) => name === saved?.name);
  return (
    <>
      <EditorFrame editing={editing} name={<NameField editing={editing} />}>
        <Fault>{faultOf('name')}</Fault>
        <Fault>{refusal}</Fault>
        <p className="s2 mb-2 max-w-[70ch] text-soft">
          Kept in {body.name.trim() === '' ? 'a file' : `${body.name.trim()}.txt`} as it is now, written only
          when it changes. It is for nobody in particular, so what it asks of a viewer stays empty.
        </p>
        <SaidText
          text={body.text}
          label="Text"
          draft={body.text !== base.text}
          fault={faultOf('text')}
          said={false}
          example="{{ stream.title }}"
          scope={scope}
          onShowValues={showValues}
          onChange={(text) => {
            change({ text });
          }}
        />
        {now !== undefined && (
          <section className="mt-4" aria-label="The file now">
            <h2>The file now</h2>
            <p className="m mt-1 whitespace-pre-wrap">{now.text === '' ? 'empty' : now.text}</p>
            <p className="s2 mt-1 break-all text-soft">{now.path}</p>
          </section>
        )}
        <footer className="row mt-3">
          <span className="ml-auto">
            <ThingButtons editing={editing} />
          </span>
        </footer>
      </EditorFrame>
      <ValueReference open={valuesOpen} scope={scope} onOpen={setValuesOpen} />
    </>
  );
}
