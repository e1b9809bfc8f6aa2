import { QUEUE_MESSAGES, queueFaults, type QueueBody } from '@gully/core/queue';
import { routineOf, textFault } from '@gully/core/routines';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import type { Queue } from '../api/index.js';
import { EditorFrame, NameField, ThingButtons, useEditing } from '../editing/index.js';
import { SaidText, useScope, ValueReference } from '../script/index.js';
import { Fault } from '../ui/index.js';
import { CallSentence } from './call-sentence.js';
import { JoinSentence } from './join-sentence.js';
import { MESSAGE_WORDS, QUEUE_KIND } from './kinds.js';

interface QueueEditorProps {
  readonly id: string;
  readonly saved: Queue | undefined;
  readonly others: readonly Queue[];
  readonly notice: ReactNode;
}

const NO_STEPS = routineOf([]);

/** One queue: who may join and in which order, what happens after a missed call, and what is said. */
export function QueueEditor({ id, saved, others, notice }: QueueEditorProps) {
  const check = useCallback((body: QueueBody) => queueFaults(body, others, { textFault }), [others]);
  const editing = useEditing({ kind: QUEUE_KIND, id, saved, nameOf: ({ name }) => name, check });
  const { body, base, faultOf, change, refusal } = editing;
  const [valuesOpen, setValuesOpen] = useState(false);
  const started = useMemo(
    () => ({ name: body.name, uses: 0, inputs: {}, names: false, queue: body }),
    [body],
  );
  const scope = useScope(NO_STEPS, started);
  const showValues = useCallback((): void => {
    setValuesOpen(true);
  }, []);
  return (
    <>
      <EditorFrame editing={editing} name={<NameField editing={editing} />}>
        <Fault>{faultOf('name')}</Fault>
        <Fault>{refusal}</Fault>
        {notice}
        <JoinSentence editing={editing} />
        <CallSentence editing={editing} />
        <h2 className="mt-4 mb-1">What is said</h2>
        <p className="s2 mb-2 max-w-[70ch] text-soft">
          Said in chat, no matter whether a command, the clock or On air made it happen. An empty text says
          nothing. The answers to joining and leaving are in the commands themselves.
        </p>
        <div className="grid max-w-[720px] gap-2.5">
          {QUEUE_MESSAGES.map((message) => (
            <div key={message}>
              <span className="s2 block pb-1 text-soft">{MESSAGE_WORDS[message]}</span>
              <SaidText
                text={body.says[message]}
                label={MESSAGE_WORDS[message]}
                draft={body.says[message] !== base.says[message]}
                fault={faultOf(`says.${message}`)}
                scope={scope}
                onShowValues={showValues}
                onChange={(text) => {
                  change({ says: { ...body.says, [message]: text } });
                }}
              />
            </div>
          ))}
        </div>
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
