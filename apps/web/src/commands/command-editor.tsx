import { checkCommand, commandBody, tidyName } from '@gully/core/commands';
import { useQueryClient } from '@tanstack/react-query';
import { ArrowLeft, Trash2 } from 'lucide-react';
import { Switch } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate } from 'react-router';
import { Problem, problemOf, type Command, type CommandBody } from '../api/index.js';
import { commandsQuery } from '../live/index.js';
import { Fault, useNarrow } from '../ui/index.js';
import { Conflict } from './conflict.js';
import { blankBody, changedFields, editDraft, NEW, useDraft, writeDraft } from './drafts.js';
import { DraftState, Usage } from './editor-state.js';
import { Names } from './names.js';
import { openDraft } from './open-draft.js';
import { SayStep } from './say-step.js';
import { Sentence } from './sentence.js';
import { useSaving } from './saving.js';

interface CommandEditorProps {
  readonly id: string;
  /** undefined for a command that is not saved yet */
  readonly saved: Command | undefined;
  readonly others: readonly Command[];
}

/** One command: a sentence, then a script. What is edited is a draft at once; chat gets the saved one. */
export function CommandEditor({ id, saved, others }: CommandEditorProps) {
  const draft = useDraft(id);
  const { save, remove } = useSaving(id);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [tried, setTried] = useState(false);
  // On a phone the list, and its heading with it, is not there.
  const narrow = useNarrow();
  const Title = narrow ? 'h1' : 'h2';
  const Part = narrow ? 'h2' : 'h3';
  const base = draft?.base ?? (saved === undefined ? blankBody() : commandBody(saved));
  const body = draft?.body ?? base;
  const changed = changedFields(body, base);
  const faults = { ...checkCommand(body, others), ...serverFaults(save.error) };
  const shown = (field: keyof CommandBody): string | undefined =>
    tried || (changed.includes(field) && body[field] !== '') ? faults[field] : undefined;
  const overtaken = draft !== undefined && saved !== undefined && saved.version !== draft.version;

  useEffect(() => {
    openDraft.set(draft === undefined ? undefined : { ...draft.body, id: id === NEW ? undefined : id });
    return () => {
      openDraft.set(undefined);
    };
  }, [draft, id]);

  const change = (part: Partial<CommandBody>): void => {
    if (save.isError) save.reset();
    editDraft(id, saved, part);
  };
  // A draft of a command that was deleted meanwhile is added anew.
  const version = saved === undefined ? 0 : (draft?.version ?? 0);
  const saveAs = (onVersion: number): void => {
    setTried(true);
    if (draft === undefined || Object.keys(checkCommand(body, others)).length > 0) return;
    const tidy = { ...draft, body: { ...body, name: tidyName(body.name) } };
    save.mutate(
      { draft: tidy, version: onVersion },
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
    writeDraft(id, undefined);
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

  return (
    <section className="editor" aria-label={saved === undefined ? 'New command' : `!${saved.name}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          saveAs(version);
        }}
      >
        <header>
          <Link
            to="/prepare/commands"
            className="btn bare only desk:hidden"
            aria-label="Back to all commands"
          >
            <ArrowLeft className="i" aria-hidden="true" />
          </Link>
          <Title className="sr-only">{saved === undefined ? 'New command' : `!${saved.name}`}</Title>
          <Names
            name={body.name}
            aliases={body.aliases}
            nameFault={shown('name')}
            aliasesFault={faults.aliases}
            draft={changed.includes('name')}
            focus={id === NEW}
            onName={(name) => {
              change({ name });
            }}
            onAliases={(aliases) => {
              change({ aliases });
            }}
          />
          <span className="row ml-auto">
            <button
              type="button"
              className="btn bare"
              onClick={discard}
              disabled={draft === undefined && id !== NEW}
            >
              Discard
            </button>
            <button type="submit" className="btn do" disabled={draft === undefined || save.isPending}>
              {saved === undefined ? 'Add command' : 'Save'} <kbd aria-hidden="true">Ctrl ⏎</kbd>
            </button>
          </span>
        </header>
        <Fault id="name-fault">{shown('name')}</Fault>
        <Fault>{tried || changed.includes('aliases') ? faults.aliases : undefined}</Fault>
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
        <Sentence body={body} base={base} changed={changed} onChange={change} />
        {tried && <Fault>{faults.cooldown ?? faults.viewerCooldown}</Fault>}
        {save.isError && !overtaken && <Fault>{problemWords(save.error)}</Fault>}
        <div className="row min-h-6 flex-wrap">
          <DraftState at={draft?.at} changes={changed.length} saved={saved} />
          <span className="row ml-auto">
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
          <Part className="h2">What it does</Part>
          <span className="s2 ml-auto text-soft">
            <kbd>{'{'}</kbd> values
          </span>
        </div>
        <ol className="script">
          <SayStep
            text={body.text}
            draft={changed.includes('text')}
            uses={saved?.uses ?? 0}
            fault={shown('text')}
            onChange={(text) => {
              change({ text });
            }}
          />
        </ol>
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
    </section>
  );
}

function serverFaults(error: Error | null): Readonly<Record<string, string>> {
  return error instanceof Problem ? error.fields : {};
}

function problemWords(error: Error): string {
  const { title, detail } = problemOf(error);
  return `${title}. ${detail}`;
}
