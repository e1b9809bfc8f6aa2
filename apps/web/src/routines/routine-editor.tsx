import { checkNamedRoutine, routineBody, type EventFacts, type NamedRoutineBody } from '@gully/core/routines';
import { useQueryClient } from '@tanstack/react-query';
import { ArrowLeft, Play, Trash2 } from 'lucide-react';
import { Switch } from 'radix-ui';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate } from 'react-router';
import { Problem, problemOf, type NamedRoutine } from '../api/index.js';
import { routinesQuery } from '../live/index.js';
import { Running, Script, useScope, ValueReference, WhenBlank } from '../script/index.js';
import { ago, exact, Fault, NEW, useNarrow, useNow, useStable } from '../ui/index.js';
import { blankRoutine, drafts, openRoutine } from './drafts.js';
import { EditorState } from './editor-state.js';
import { useSaving } from './saving.js';
import { Triggers } from './triggers.js';

interface RoutineEditorProps {
  readonly id: string;
  readonly saved: NamedRoutine | undefined;
  readonly others: readonly NamedRoutine[];
}

/** One routine: what starts it in a sentence, then a script. */
export function RoutineEditor({ id, saved, others }: RoutineEditorProps) {
  const draft = drafts.use(id);
  const { save, remove, run } = useSaving(id);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [tried, setTried] = useState(false);
  const [valuesOpen, setValuesOpen] = useState(false);
  // On a phone the list, and its heading with it, is not there.
  const narrow = useNarrow();
  const Title = narrow ? 'h1' : 'h2';
  const PartTitle = narrow ? 'h2' : 'h3';
  const now = useNow(30_000);
  const savedBody = useMemo(() => (saved === undefined ? undefined : routineBody(saved)), [saved]);
  const base = useMemo(() => draft?.base ?? savedBody ?? blankRoutine(), [draft?.base, savedBody]);
  const body = draft?.body ?? base;
  const scope = useScope(body.routine, {
    name: body.name,
    uses: 0,
    inputs: {},
    names: false,
    event: exampleOf(body),
  });
  const told = useStable({
    ...(save.error instanceof Problem ? save.error.fields : {}),
    ...checkNamedRoutine(body, others),
  });
  const faultOf = useCallback(
    // Nobody is told that a field is empty before they had the chance to fill it.
    (place: string) =>
      tried || !/^(?:Write |Name |Give |Choose a |Say what )/u.test(told[place] ?? '')
        ? told[place]
        : undefined,
    [told, tried],
  );
  const overtaken = draft !== undefined && saved !== undefined && saved.version !== draft.version;

  useEffect(() => {
    // A routine has nothing typed that starts it, so the rehearsal knows it also while it is as saved.
    openRoutine.set({ ...body, id: id === NEW ? undefined : id });
    return () => {
      openRoutine.set(undefined);
    };
  }, [body, id]);

  const change = (part: Partial<NamedRoutineBody>): void => {
    if (save.isError) save.reset();
    drafts.edit(
      id,
      savedBody === undefined ? undefined : { body: savedBody, version: saved?.version ?? 0 },
      part,
    );
  };
  const saveAs = (version: number): void => {
    setTried(true);
    if (draft === undefined || Object.keys(checkNamedRoutine(body, others)).length > 0) return;
    save.mutate(
      { draft, version },
      {
        onSuccess: () => {
          setTried(false);
        },
        onError: (error) => {
          if (error instanceof Problem && error.current !== undefined)
            void queries.invalidateQueries(routinesQuery);
        },
      },
    );
  };
  const version = saved === undefined ? 0 : (draft?.version ?? 0);
  const discard = (): void => {
    drafts.write(id, undefined);
    setTried(false);
    save.reset();
    if (id === NEW) void navigate('/prepare/routines');
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
    <section className="editor" aria-label={saved?.name ?? 'New routine'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          saveAs(version);
        }}
      >
        <Title className="sr-only">{saved?.name ?? 'New routine'}</Title>
        <header>
          <Link
            to="/prepare/routines"
            className="btn bare only"
            aria-label="Back to all routines"
            title="All routines"
          >
            <ArrowLeft className="i" aria-hidden="true" />
          </Link>
          <input
            className={`blank !h-8 !w-auto min-w-36 flex-1 text-lg font-bold ${body.name === base.name ? '' : 'draft'}`}
            aria-label="Name"
            aria-invalid={faultOf('name') !== undefined}
            placeholder="name of the routine"
            value={body.name}
            autoFocus={saved === undefined}
            autoComplete="off"
            onChange={(event) => {
              change({ name: event.target.value });
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
              {saved === undefined ? 'Add routine' : 'Save'} <kbd aria-hidden="true">Ctrl ⏎</kbd>
            </button>
          </span>
        </header>
        <Fault>{faultOf('name')}</Fault>
        {overtaken && (
          <section className="my-3 border border-dashed border-ochre p-3" role="alert">
            <h2>Saved somewhere else while you were editing</h2>
            <p className="text-soft">Nothing was overwritten, and your draft is kept.</p>
            <p className="row mt-2 flex-wrap">
              <button
                type="button"
                className="btn do"
                onClick={() => {
                  saveAs(saved.version);
                }}
              >
                Save my draft over it
              </button>
              <button type="button" className="btn" onClick={discard}>
                Take the saved one, drop my draft
              </button>
            </p>
          </section>
        )}
        {saved?.fault != null && draft === undefined && <Fault>{`Off by itself: ${saved.fault}`}</Fault>}
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
        {save.isError && !overtaken && (
          <Fault>{`${problemOf(save.error).title}. ${problemOf(save.error).detail}`}</Fault>
        )}
        <div className="row min-h-6 flex-wrap">
          <EditorState at={draft?.at} isNew={saved === undefined} />
          <span className="row ml-auto">
            <input
              className={`blank !h-6 !w-36 ${body.group === base.group ? '' : 'draft'}`}
              aria-label="Group"
              placeholder="no group"
              value={body.group}
              autoComplete="off"
              onChange={(event) => {
                change({ group: event.target.value });
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
            <span className="s2">
              {saved.lastRun === null ? (
                'It has not run yet.'
              ) : (
                <>
                  Ran last <span title={exact(saved.lastRun)}>{ago(saved.lastRun, now)}</span>
                </>
              )}
            </span>
            <button
              type="button"
              className="btn bare ml-auto"
              disabled={run.isPending}
              onClick={() => {
                run.mutate(saved);
              }}
            >
              <Play className="i s" aria-hidden="true" /> Run it now, as saved
            </button>
            <button
              type="button"
              className="btn bare"
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

/** An example of the event it waits for first, for showing what its texts would say. */
function exampleOf({ triggers }: NamedRoutineBody): EventFacts | undefined {
  const [first] = triggers;
  if (first === undefined) return undefined;
  const count = Math.max(first.least, first.event === 'tip' ? 500 : 12);
  return { kind: first.event, count, amount: '5.00 EUR', message: 'hello below', recipient: 'quillrush' };
}
