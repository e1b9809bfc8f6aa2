import { checkCommand, tidyCommand, titleOf, type CommandBody } from '@gully/core/commands';
import { useCallback, useState } from 'react';
import type { Command } from '../api/index.js';
import {
  ThingButtons,
  EditorFrame,
  GroupBlank,
  OnSwitch,
  Refusals,
  useChanged,
  useEditing,
} from '../editing/index.js';
import { usePrefix } from '../live/index.js';
import { RoutineScript, useScope, ValueReference } from '../script/index.js';
import {} from '../ui/index.js';
import { EditorHead, Names } from './editor-head.js';
import { COMMAND } from './kind.js';
import { PARTS } from './parts.js';
import { Sentence } from './sentence.js';
import { startedBy } from './started.js';
import { Usage } from './usage.js';

interface CommandEditorProps {
  readonly id: string;
  /** undefined for a command that is not saved yet */
  readonly saved: Command | undefined;
  readonly others: readonly Command[];
}

/** One command: a sentence, then a script. What is edited is a draft at once; chat gets the saved one. */
export function CommandEditor({ id, saved, others }: CommandEditorProps) {
  const prefix = usePrefix();
  const editing = useEditing({
    kind: COMMAND,
    id,
    saved,
    nameOf: (command) => titleOf(command, prefix),
    check: useCallback((body: CommandBody) => checkCommand(body, others, prefix), [others, prefix]),
    tidy: (body) => tidyCommand(body, prefix),
  });
  const { base, body, faultOf, change } = editing;
  const [valuesOpen, setValuesOpen] = useState(false);
  const changed = useChanged<keyof typeof PARTS, CommandBody>(PARTS, editing);
  const scope = useScope(body.routine, startedBy(body, titleOf(body, prefix), saved?.uses ?? 0));

  const showValues = useCallback((): void => {
    setValuesOpen(true);
  }, []);
  const head = { body, changed, faultOf, onChange: change };

  return (
    <>
      <EditorFrame
        editing={editing}
        name={<Names {...head} isNew={saved === undefined} />}
        aside={
          <>
            <GroupBlank
              group={body.group}
              others={others}
              draft={changed.includes('group')}
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
        <EditorHead {...head} />
        <Refusals editing={editing} />
        <Sentence
          body={body}
          base={base}
          changed={changed}
          scope={scope}
          faultOf={faultOf}
          onChange={(part) => {
            change({ gates: { ...body.gates, ...part } });
          }}
        />
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
            <Usage command={saved} />
            <span className="ml-auto">
              <ThingButtons editing={editing} />
            </span>
          </footer>
        )}
      </EditorFrame>
      <ValueReference open={valuesOpen} scope={scope} onOpen={setValuesOpen} />
    </>
  );
}
