import { listNameFault, listWord, readLines } from '@gully/core/lists';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { ArrowLeft, CircleDashed, Download, FileUp, RotateCcw, Trash2 } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { answerOf, api, Problem, problemOf, type List } from '../api/index.js';
import { listsQuery } from '../live/index.js';
import { clock, draftsOf, Fault, NEW, tellProblem, useNarrow } from '../ui/index.js';
import { LinesField } from './lines-field.js';

export interface ListBody {
  readonly name: string;
  readonly text: string;
}

/** Lists that are edited and not saved. */
export const drafts = draftsOf<ListBody>({
  kind: 'list',
  blank: () => ({ name: '', text: '' }),
  whole: (body) => ({ name: '', text: '', ...body }),
  differ: (a, b) => a.name !== b.name || a.text !== b.text,
});

interface ListEditorProps {
  readonly id: string;
  readonly saved: (List & { readonly text: string }) | undefined;
}

/** One list: its name, and its lines as text. */
export function ListEditor({ id, saved }: ListEditorProps) {
  const draft = drafts.use(id);
  const Title = useNarrow() ? 'h1' : 'h2';
  const queries = useQueryClient();
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [tried, setTried] = useState(false);
  const base = saved === undefined ? { name: '', text: '' } : { name: saved.name, text: saved.text };
  const body = draft?.body ?? base;
  const read = useRead(body.text);
  const nameFault = listNameFault(body.name);
  const version = saved === undefined ? 0 : (draft?.version ?? saved.version);
  const overtaken = draft !== undefined && saved !== undefined && draft.version !== saved.version;
  const refresh = (): void => {
    void queries.invalidateQueries(listsQuery);
    void queries.invalidateQueries({ queryKey: ['list-text', id] });
  };
  const change = (part: Partial<ListBody>): void => {
    drafts.edit(id, saved === undefined ? undefined : { body: base, version: saved.version }, part);
  };

  const save = useMutation({
    mutationFn: (onVersion: number) =>
      answerOf(
        onVersion === 0
          ? api.POST('/api/lists', { body })
          : api.PUT('/api/lists/{id}', { params: { path: { id } }, body: { ...body, version: onVersion } }),
      ),
    onSuccess: (list, onVersion) => {
      drafts.write(id, undefined);
      setTried(false);
      refresh();
      if (onVersion === 0) void navigate(`/prepare/lists/${list.id}`, { replace: true });
      const undo = async (): Promise<void> => {
        const params = { path: { id: list.id } };
        await answerOf(api.POST('/api/lists/{id}/step-back', { params, body: { version: list.version } }));
        refresh();
      };
      toast(`Saved ${list.name}`, {
        description: list.notes.length > 0 ? list.notes.join('. ') : undefined,
        action:
          onVersion === 0 ? undefined : { label: 'Undo', onClick: () => void undo().catch(tellProblem) },
      });
    },
    onError: (error) => {
      if (error instanceof Problem && error.current !== undefined) refresh();
    },
  });
  const remove = useMutation({
    mutationFn: async () => {
      await answerOf(api.DELETE('/api/lists/{id}', { params: { path: { id } } }));
    },
    onSuccess: () => {
      drafts.write(id, undefined);
      void navigate('/prepare/lists');
      void queries.invalidateQueries(listsQuery);
      const restore = async (): Promise<void> => {
        await answerOf(api.POST('/api/lists/{id}/restore', { params: { path: { id } } }));
        refresh();
        void navigate(`/prepare/lists/${id}`);
      };
      toast(`Deleted ${saved?.name ?? 'the list'}`, {
        action: { label: 'Undo', onClick: () => void restore().catch(tellProblem) },
        duration: 20_000,
      });
    },
    onError: tellProblem,
  });
  const anew = useMutation({
    mutationFn: () => answerOf(api.POST('/api/lists/{id}/begin-anew', { params: { path: { id } } })),
    onSuccess: refresh,
    onError: tellProblem,
  });
  const trySave = (onVersion: number): void => {
    setTried(true);
    if (nameFault === undefined && !('fault' in read) && draft !== undefined) save.mutate(onVersion);
  };
  useHotkeys(
    'mod+enter',
    () => {
      trySave(version);
    },
    { enableOnFormTags: true, enableOnContentEditable: true, preventDefault: true },
  );
  const word = listWord(body.name);
  return (
    <section className="editor !flex flex-col" aria-label={saved?.name ?? 'New list'}>
      <form
        className="flex min-h-0 flex-1 flex-col"
        onSubmit={(event) => {
          event.preventDefault();
          trySave(version);
        }}
      >
        <Title className="sr-only">{saved?.name ?? 'New list'}</Title>
        <header>
          <Link
            to="/prepare/lists"
            className="btn bare only"
            aria-label="Back to all lists"
            title="All lists"
          >
            <ArrowLeft className="i" aria-hidden="true" />
          </Link>
          <input
            className={`blank !h-8 !w-auto min-w-36 flex-1 text-lg font-bold ${body.name === base.name ? '' : 'draft'}`}
            aria-label="Name"
            placeholder="name of the list"
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
              disabled={draft === undefined}
              onClick={() => {
                drafts.write(id, undefined);
                save.reset();
                if (id === NEW) void navigate('/prepare/lists');
              }}
            >
              Discard
            </button>
            <button type="submit" className="btn do" disabled={draft === undefined || save.isPending}>
              {saved === undefined ? 'Add list' : 'Save'} <kbd aria-hidden="true">Ctrl ⏎</kbd>
            </button>
          </span>
        </header>
        <Fault>{tried ? nameFault : undefined}</Fault>
        {overtaken && (
          <p className="my-2 border border-dashed border-ochre p-2" role="alert">
            Saved somewhere else while you were editing. Nothing was overwritten.{' '}
            <button
              type="button"
              className="btn s"
              onClick={() => {
                trySave(saved.version);
              }}
            >
              Save my draft over it
            </button>
          </p>
        )}
        <p className="row my-1.5 flex-wrap text-soft">
          {draft === undefined ? (
            <span className="s2">{saved === undefined ? 'A new list.' : 'As saved.'}</span>
          ) : (
            <span className="state text-ochre" role="status">
              <CircleDashed className="i s" aria-hidden="true" /> Draft kept at{' '}
              {clock(new Date(draft.at).toISOString())}
            </span>
          )}
          <span className="s2">
            {'fault' in read ? '' : `${read.lines.length.toLocaleString('en')} lines`}
            {saved !== undefined && `, ${saved.left.toLocaleString('en')} not drawn yet this round`}
            {word !== '' && (
              <>
                ; in texts <span className="m">{`{{ list.${word}.left }}`}</span>
              </>
            )}
          </span>
          <span className="row ml-auto flex-wrap">
            {saved !== undefined && (
              <button
                type="button"
                className="btn s"
                disabled={anew.isPending}
                onClick={() => {
                  anew.mutate();
                }}
              >
                <RotateCcw className="i s" aria-hidden="true" /> Begin the round anew
              </button>
            )}
            <button type="button" className="btn s" onClick={() => file.current?.click()}>
              <FileUp className="i s" aria-hidden="true" /> Take in a text file
            </button>
            {saved !== undefined && (
              <a className="btn s" href={`/api/lists/${id}/text`} download={`${saved.name}.txt`}>
                <Download className="i s" aria-hidden="true" /> Text file
              </a>
            )}
            {saved !== undefined && (
              <button
                type="button"
                className="btn s bare"
                disabled={remove.isPending}
                onClick={() => {
                  remove.mutate();
                }}
              >
                <Trash2 className="i s" aria-hidden="true" /> Delete
              </button>
            )}
          </span>
        </p>
        <input
          ref={file}
          type="file"
          accept=".txt,text/plain"
          className="hidden"
          aria-label="A text file with one line each"
          onChange={(event) => {
            const [chosen] = event.target.files ?? [];
            event.target.value = '';
            if (chosen === undefined) return;
            void textOf(chosen).then((text) => {
              change({ text, ...(body.name === '' ? { name: chosen.name.replace(/\.txt$/iu, '') } : {}) });
            });
          }}
        />
        {'fault' in read && <Fault>{`${read.fault}. Nothing was saved; your draft is kept.`}</Fault>}
        {'notes' in read && read.notes.map((note) => <Fault key={note}>{note}</Fault>)}
        {save.isError && !overtaken && (
          <Fault>{`${problemOf(save.error).title}. ${problemOf(save.error).detail}`}</Fault>
        )}
        <LinesField
          value={body.text}
          onChange={(text) => {
            change({ text });
          }}
        />
      </form>
    </section>
  );
}

/** What would be kept of a text; looked at only when it changes, since it may be long. */
function useRead(text: string): ReturnType<typeof readLines> {
  return useMemo(() => readLines(text), [text]);
}

/** A file's text, in UTF-8 or, where it says so by its first bytes, in UTF-16. */
async function textOf(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const [first, second] = bytes;
  const encoding =
    first === 0xff && second === 0xfe ? 'utf-16le' : first === 0xfe && second === 0xff ? 'utf-16be' : 'utf-8';
  return new TextDecoder(encoding).decode(bytes);
}
