import { routineOf } from '@gully/core/routines';
import { checkTimer, type TimerBody } from '@gully/core/timers';
import { useCallback, useMemo, useState } from 'react';
import type { Timer } from '../api/index.js';
import { ThingButtons, EditorFrame, NameField, OnSwitch, Refusals, useEditing } from '../editing/index.js';
import { useScope, ValueReference } from '../script/index.js';
import { Fault, NEW } from '../ui/index.js';
import { ForecastPanel } from './forecast-panel.js';
import { TIMER } from './kind.js';
import { TimerButtons } from './timer-acts.js';
import { TimerDoes } from './timer-does.js';
import { TimerSentence } from './timer-sentence.js';
import { useStandings } from './use-standing.js';

interface TimerEditorProps {
  readonly id: string;
  readonly saved: Timer | undefined;
  readonly others: readonly Timer[];
}

/** One timer: when it fires in a sentence, what it does, and what the next hours would look like. */
export function TimerEditor({ id, saved, others }: TimerEditorProps) {
  const editing = useEditing({
    kind: TIMER,
    id,
    saved,
    nameOf: ({ name }) => name,
    check: useCallback((body: TimerBody) => checkTimer(body, others), [others]),
    tidy: (body) => ({ ...body, runs: body.does === 'say' ? '' : body.runs }),
  });
  const { draft, body, faultOf, change } = editing;
  const [valuesOpen, setValuesOpen] = useState(false);
  const steps = useMemo(
    () => routineOf([{ kind: 'say', id: 'say', texts: body.texts, order: body.order }]),
    [body.texts, body.order],
  );
  const scope = useScope(steps, { name: body.name, uses: 0, inputs: {}, names: false });
  const open = useMemo(() => ({ ...body, id: id === NEW ? undefined : id }), [body, id]);
  const held = useStandings(60_000)?.timed.find(({ timer }) => timer.id === id)?.state.held === true;
  const showValues = useCallback((): void => {
    setValuesOpen(true);
  }, []);

  return (
    <>
      <EditorFrame
        editing={editing}
        name={<NameField editing={editing} />}
        aside={
          <>
            {saved !== undefined && draft === undefined && <TimerButtons timer={saved} held={held} />}
            <OnSwitch
              on={body.enabled}
              onChange={(enabled) => {
                change({ enabled });
              }}
            />
          </>
        }
      >
        <Fault>{faultOf('name')}</Fault>
        <Refusals editing={editing} />
        <TimerSentence editing={editing} />
        <TimerDoes editing={editing} scope={scope} onShowValues={showValues} />
        <ForecastPanel open={open} />
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
