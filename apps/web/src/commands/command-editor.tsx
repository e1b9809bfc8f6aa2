import { checkCommand, commandBody, tidyCommand, titleOf } from '@gully/core/commands';
import { useQueryClient } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { Switch } from 'radix-ui';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { Problem, problemOf, type Command, type CommandBody } from '../api/index.js';
import { commandsQuery, usePrefix } from '../live/index.js';
import { Running, Script, useScope, ValueReference } from '../script/index.js';
import { Fault, NEW, useNarrow, useStable } from '../ui/index.js';
import { Conflict } from './conflict.js';
import { drafts } from './drafts.js';
import { EditorHead } from './editor-head.js';
import { DraftState, Usage } from './editor-state.js';
import { GroupBlank } from './group-blank.js';
import { openDraft } from './open-draft.js';
import { blankBody, changedParts } from './parts.js';
import { useSaving } from './saving.js';
import { Sentence } from './sentence.js';
import { startedBy } from './started.js';

interface CommandEditorProps {
  readonly id: string;
  /** undefined for a command that is not saved yet */
  readonly saved: Command | undefined;
  readonly others: readonly Command[];
}

/** One command: a sentence, then a script. What is edited is a draft at once; chat gets the saved one. */
export function CommandEditor({ id, saved, others }: CommandEditorProps) {
  const draft = drafts.use(id);
  const { save, remove } = useSaving(id);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const prefix = usePrefix();
  const [tried, setTried] = useState(false);
  const [valuesOpen, setValuesOpen] = useState(false);
  // On a phone the list, and its heading with it, is not there.
  const narrow = useNarrow();
  const Title = narrow ? 'h1' : 'h2';
  const PartTitle = narrow ? 'h2' : 'h3';
  const base = useMemo(
    () => draft?.base ?? (saved === undefined ? blankBody() : commandBody(saved)),
    [draft?.base, saved],
  );
  const body = draft?.body ?? base;
  const changed = changedParts(body, base);
  const scope = useScope(body.routine, startedBy(body, titleOf(body, prefix), saved?.uses ?? 0));
  const faults = useMemo(() => checkCommand(body, others, prefix), [body, others, prefix]);
  const told = useStable({ ...serverFaults(save.error), ...faults });
  const faultOf = useCallback(
    (place: string): string | undefined => {
      const fault = told[place];
      // Nobody is told that a field is empty before they had the chance to fill it.
      return tried || !isEmptyFault(fault) ? fault : undefined;
    },
    [told, tried],
  );
  const overtaken = draft !== undefined && saved !== undefined && saved.version !== draft.version;
  const title = saved === undefined ? 'New command' : titleOf(saved, prefix);

  useEffect(() => {
    openDraft.set(draft === undefined ? undefined : { ...draft.body, id: id === NEW ? undefined : id });
    return () => {
      openDraft.set(undefined);
    };
  }, [draft, id]);

  const change = (part: Partial<CommandBody>): void => {
    if (save.isError) save.reset();
    drafts.edit(
      id,
      saved === undefined ? undefined : { body: commandBody(saved), version: saved.version },
      part,
    );
  };
  // A draft of a command that was deleted meanwhile is added anew.
  const version = saved === undefined ? 0 : (draft?.version ?? 0);
  const saveAs = (onVersion: number): void => {
    setTried(true);
    if (draft === undefined || Object.keys(checkCommand(body, others, prefix)).length > 0) return;
    save.mutate(
      { draft: { ...draft, body: tidyCommand(body, prefix) }, version: onVersion },
      {
        onSuccess: () => {
          setTried(false);
        },
        // Somebody was first: what they saved comes into the list, and with it the choice.
        onError: (error) => {
          if (error instanceof Problem && error.current !== undefined)
            void queries.invalidateQueries(commandsQuery);
        },
      },
    );
  };
  const discard = (): void => {
    drafts.write(id, undefined);
    setTried(false);
    save.reset();
    if (id === NEW) void navigate('/prepare/commands');
  };
  useHotkeys(
    'mod+enter',
    () => {
      saveAs(version);
    },
    { enableOnFormTags: true, enableOnContentEditable: true, preventDefault: true },
  );
  const showValues = useCallback((): void => {
    setValuesOpen(true);
  }, []);

  return (
    <section className="editor" aria-label={title}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          saveAs(version);
        }}
      >
        <Title className="sr-only">{title}</Title>
        <EditorHead
          body={body}
          changed={changed}
          isNew={saved === undefined}
          canSave={draft !== undefined && !save.isPending}
          canDiscard={draft !== undefined || id === NEW}
          faultOf={faultOf}
          onChange={change}
          onDiscard={discard}
        />
        {overtaken && (
          <Conflict
            saved={saved}
            draft={body}
            onKeepDraft={() => {
              saveAs(saved.version);
            }}
            onTakeSaved={discard}
          />
        )}
        {saved?.fault != null && draft === undefined && <Fault>{`Off by itself: ${saved.fault}`}</Fault>}
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
        {save.isError && !overtaken && <Fault>{problemWords(save.error)}</Fault>}
        <div className="row min-h-6 flex-wrap">
          <DraftState at={draft?.at} changes={changed.length} saved={saved} />
          <span className="row ml-auto">
            <GroupBlank
              group={body.group}
              others={others}
              draft={changed.includes('group')}
              onChange={(group) => {
                change({ group });
              }}
            />
            <Switch.Root
              className="sw"
              checked={body.enabled}
              aria-label="On"
              onCheckedChange={(enabled) => {
                change({ enabled });
              }}
            />
            <span className={`state w-5 ${body.enabled ? 'text-moss' : 'text-soft'}`}>
              {body.enabled ? 'on' : 'off'}
            </span>
          </span>
        </div>
        <div className="row mt-3 mb-1 flex-wrap">
          <PartTitle className="h2">What it does</PartTitle>
          <button type="button" className="btn s bare ml-auto text-soft" onClick={showValues}>
            <kbd aria-hidden="true">{'{'}</kbd> All values
          </button>
        </div>
        <Script
          steps={body.routine.steps}
          saved={base.routine.steps}
          scope={scope}
          faultOf={faultOf}
          onShowValues={showValues}
          onChange={(steps) => {
            change({ routine: { ...body.routine, steps } });
          }}
        />
        <Running
          routine={body.routine}
          saved={base.routine}
          onChange={(part) => {
            change({ routine: { ...body.routine, ...part } });
          }}
        />
        {saved !== undefined && (
          <footer className="row mt-3 flex-wrap text-soft">
            <Usage command={saved} />
            <button
              type="button"
              className="btn bare ml-auto"
              disabled={remove.isPending}
              onClick={() => {
                remove.mutate(saved);
              }}
            >
              <Trash2 className="i s" aria-hidden="true" /> Delete
            </button>
          </footer>
        )}
      </form>
      <ValueReference open={valuesOpen} scope={scope} onOpen={setValuesOpen} />
    </section>
  );
}

/** What core says of a field that is not filled in yet. */
function isEmptyFault(fault: string | undefined): boolean {
  return /^(?:Write |Name |Give |Choose a |Say what )/u.test(fault ?? '');
}

function serverFaults(error: Error | null): Readonly<Record<string, string>> {
  return error instanceof Problem ? error.fields : {};
}

function problemWords(error: Error): string {
  const { title, detail } = problemOf(error);
  return `${title}. ${detail}`;
}
