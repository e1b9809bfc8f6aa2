import type { EventFacts } from '@gully/core/area';
import type { EventKind } from '@gully/core/channel';
import { checkNamedRoutine, type NamedRoutineBody } from '@gully/core/routines';
import { Play } from 'lucide-react';
import { useCallback, useState } from 'react';
import type { NamedRoutine } from '../api/index.js';
import {
  ThingButtons,
  EditorFrame,
  GroupBlank,
  NameField,
  OnSwitch,
  Refusals,
  useEditing,
} from '../editing/index.js';
import { RoutineScript, useScope, ValueReference, WhenBlank } from '../script/index.js';
import { ago, exact, Fault, useNow } from '../ui/index.js';
import { ROUTINE } from './kind.js';
import { Triggers } from './triggers.js';
import { useRun } from './use-running.js';

interface RoutineEditorProps {
  readonly id: string;
  readonly saved: NamedRoutine | undefined;
  readonly others: readonly NamedRoutine[];
}

/** One routine: what starts it in a sentence, then a script. */
export function RoutineEditor({ id, saved, others }: RoutineEditorProps) {
  const editing = useEditing({
    kind: ROUTINE,
    id,
    saved,
    nameOf: ({ name }) => name,
    check: useCallback((body: NamedRoutineBody) => checkNamedRoutine(body, others), [others]),
  });
  const { base, body, faultOf, change } = editing;
  const run = useRun();
  const [valuesOpen, setValuesOpen] = useState(false);
  const scope = useScope(body.routine, {
    name: body.name,
    uses: 0,
    inputs: {},
    names: false,
    event: exampleOf(body),
  });

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
            <GroupBlank
              group={body.group}
              others={others}
              draft={body.group !== base.group}
              onChange={(group) => {
                change({ group });
              }}
            />
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
        <Triggers
          triggers={body.triggers}
          saved={base.triggers}
          faultOf={faultOf}
          onChange={(triggers) => {
            change({ triggers });
          }}
        />
        <p className="sentence !mt-0">
          It runs{' '}
          <WhenBlank
            when={body.when}
            draft={JSON.stringify(body.when) !== JSON.stringify(base.when)}
            fault={faultOf('when')}
            onChange={(when) => {
              change({ when });
            }}
          />
        </p>
        <RoutineScript
          title={editing.title}
          routine={body.routine}
          saved={base.routine}
          scope={scope}
          faultOf={faultOf}
          faultsAt={editing.faultsAt}
          onShowValues={showValues}
          onChange={(routine) => {
            change({ routine });
          }}
        />
        {saved !== undefined && (
          <footer className="row mt-3 flex-wrap text-soft">
            <LastRun at={saved.lastRun} />
            <button
              type="button"
              className="btn bare ml-auto"
              disabled={run.isPending}
              onClick={() => {
                run.mutate(saved);
              }}
            >
              <Play className="i s" aria-hidden="true" /> Run the saved version
            </button>
            <ThingButtons editing={editing} />
          </footer>
        )}
      </EditorFrame>
      <ValueReference open={valuesOpen} scope={scope} onOpen={setValuesOpen} />
    </>
  );
}

function LastRun({ at }: { readonly at: string | null }) {
  const now = useNow(30_000);
  if (at === null) return <span className="s2">It has not run yet.</span>;
  return (
    <span className="s2">
      Last run <span title={exact(at)}>{ago(at, now)}</span>
    </span>
  );
}

/** An example of the event it waits for first, for showing what its texts would say. */
function exampleOf({ triggers }: NamedRoutineBody): EventFacts<EventKind> | undefined {
  const [first] = triggers;
  if (first === undefined) return undefined;
  const count = Math.max(first.least, first.event === 'tip' ? 500 : 12);
  return { kind: first.event, count, amount: '5.00 EUR', message: 'hello below', recipient: 'quillrush' };
}
