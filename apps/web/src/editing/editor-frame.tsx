import { ArrowLeft, CircleDashed, Copy, History, Trash2, TriangleAlert } from 'lucide-react';
import { Switch } from 'radix-ui';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { clock, Fault, NEW, toFix, useNarrow } from '../ui/index.js';
import { Conflict } from './conflict.js';
import { focusFault } from './focus-fault.js';
import { changedParts, type Kept } from './kind.js';
import { useAsking } from './use-asking.js';
import type { Editing } from './use-editing.js';
import { VersionsDialog } from './versions-dialog.js';

interface EditorFrameProps<B extends object, S extends Kept> {
  readonly editing: Editing<B, S>;
  /** what stands between the way back and the buttons: its name */
  readonly name: ReactNode;
  /** what stands beside the state of the draft, at its right */
  readonly aside?: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
}

/** What every editor begins with: the way back, the name, the buttons, the state, and the notice of who was first. */
export function EditorFrame<B extends object, S extends Kept>({
  editing,
  name,
  aside,
  children,
  className = '',
}: EditorFrameProps<B, S>) {
  const { kind, id, saved, title, draft, saving, overtaken, faults, refused } = editing;
  // On a phone the list, and its heading with it, is not there.
  const Title = useNarrow() ? 'h1' : 'h2';
  const all = `${kind.word}s`;
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (refused > 0 && form.current !== null) focusFault(form.current);
  }, [refused]);
  // From a why straight to the blank that decided.
  const [search] = useSearchParams();
  const at = search.get('at');
  useEffect(() => {
    if (at !== null) form.current?.querySelector<HTMLElement>(`[data-part="${CSS.escape(at)}"]`)?.focus();
  }, [at]);
  return (
    <section className={`editor ${className === '' ? '' : '!flex flex-col'}`} aria-label={title}>
      <form
        ref={form}
        className={className}
        onSubmit={(event) => {
          event.preventDefault();
          editing.submit();
        }}
      >
        <Title className="sr-only">{title}</Title>
        <header
          onKeyDown={(event) => {
            // From the name on to the first text.
            // What opens from the header is drawn elsewhere, and keeps its own Enter.
            if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
            if (!event.currentTarget.contains(event.target)) return;
            if (event.ctrlKey || event.metaKey || event.nativeEvent.isComposing) return;
            event.preventDefault();
            if (form.current !== null) goToFirstText(form.current, event.target);
          }}
        >
          <div className="row flex-wrap">
            <Link
              to={kind.path}
              className="btn bare only"
              aria-label={`Back to all ${all}`}
              title={`All ${all}`}
            >
              <ArrowLeft className="i" aria-hidden="true" />
            </Link>
            {name}
            <span className="row ml-auto">
              <button
                type="button"
                className="btn bare"
                onClick={editing.discard}
                disabled={draft === undefined && id !== NEW}
              >
                Discard
              </button>
              <button type="submit" data-save className="btn do" disabled={draft === undefined || saving}>
                {saved === undefined ? `Add ${kind.word}` : 'Save'} <kbd aria-hidden="true">Ctrl ⏎</kbd>
              </button>
            </span>
          </div>
          <div className="row state-line">
            <DraftState editing={editing}>
              {faults > 0 && (
                <button
                  type="button"
                  className="btn s bare !text-crimson"
                  onClick={() => {
                    if (form.current !== null) focusFault(form.current);
                  }}
                >
                  <TriangleAlert className="i s" aria-hidden="true" /> {toFix(faults)}
                </button>
              )}
            </DraftState>
            <span className="row ml-auto shrink-0">{aside}</span>
          </div>
        </header>
        {overtaken && <Conflict editing={editing} />}
        {children}
      </form>
    </section>
  );
}

/** Where a first text is written: in a script, of a timer, or of a list. */
const FIRST_TEXT = '.cm-content, input.add-line, [data-first]';
/** How long a text is waited for that is still on its way. */
const TEXT_MS = 5_000;

/** Goes on to the first text, also where its editor is still being loaded, unless the keyboard is elsewhere by then. */
function goToFirstText(form: HTMLElement, from: HTMLElement): void {
  const found = form.querySelector<HTMLElement>(FIRST_TEXT);
  if (found !== null) {
    found.focus();
    return;
  }
  const watch = new MutationObserver(() => {
    const come = form.querySelector<HTMLElement>(FIRST_TEXT);
    if (come === null) return;
    watch.disconnect();
    if (document.activeElement === from) come.focus();
  });
  watch.observe(form, { childList: true, subtree: true });
  setTimeout(() => {
    watch.disconnect();
  }, TEXT_MS);
}

/** The name of something that is known by its name alone. */
export function NameField<B extends { readonly name: string }, S extends Kept>({
  editing,
}: {
  readonly editing: Editing<B, S>;
}) {
  const { kind, saved, body, base, faultOf } = editing;
  return (
    <input
      className={`blank !h-8 !w-auto min-w-36 flex-1 text-lg font-bold ${body.name === base.name ? '' : 'draft'}`}
      aria-label="Name"
      aria-invalid={faultOf('name') !== undefined}
      placeholder={`${kind.word} name`}
      value={body.name}
      autoFocus={saved === undefined}
      autoComplete="off"
      onChange={(event) => {
        editing.change({ name: event.target.value } as Partial<B>);
      }}
    />
  );
}

/** Whether what is shown is saved, and since when it is a draft. */
function DraftState<B extends object, S extends Kept>({
  editing,
  children,
}: {
  readonly editing: Editing<B, S>;
  /** what is wrong with it */
  readonly children: ReactNode;
}) {
  const { kind, saved, draft, base, body } = editing;
  if (draft === undefined)
    return (
      <>
        <span className="s2 truncate text-soft">
          {saved === undefined ? `A new ${kind.word}. It is kept as a draft as you type.` : 'Saved'}
        </span>
        {children}
      </>
    );
  const changes = changedParts(kind.parts, body, base).length;
  return (
    <>
      <span className="state shrink-0 text-ochre" role="status">
        <CircleDashed className="i s" aria-hidden="true" /> Draft kept at{' '}
        {clock(new Date(draft.at).toISOString())}
        {saved !== undefined && `, ${String(changes)} ${changes === 1 ? 'change' : 'changes'}`}
      </span>
      {children !== false ? (
        children
      ) : (
        <span className="s2 truncate text-soft max-[900px]:hidden">
          {saved === undefined
            ? 'Not in use until you add it.'
            : 'Until you save, the saved version stays in use.'}
        </span>
      )}
    </>
  );
}

export function OnSwitch({
  on,
  onChange,
}: {
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}) {
  return (
    <>
      <Switch.Root className="sw" checked={on} aria-label="On" onCheckedChange={onChange} />
      <span className={`state w-5 ${on ? 'text-moss' : 'text-soft'}`}>{on ? 'on' : 'off'}</span>
    </>
  );
}

/** Why the server refused to save, and why what is saved is cannot run. */
export function Refusals<B extends object, S extends Kept & { readonly fault: string | null }>({
  editing: { saved, draft, refusal },
}: {
  readonly editing: Editing<B, S>;
}) {
  return (
    <>
      {saved?.fault != null && draft === undefined && <Fault>{`It cannot run: ${saved.fault}`}</Fault>}
      <Fault>{refusal}</Fault>
    </>
  );
}

/** What an editor ends with: a copy, its versions, and the deleting. */
export function ThingButtons<B extends object, S extends Kept>({
  editing: { kind, saved, title, remove, restore, duplicate },
}: {
  readonly editing: Editing<B, S>;
}) {
  const { ask, dialog } = useAsking();
  const [looking, setLooking] = useState(false);
  if (saved === undefined) return null;
  return (
    <>
      <button type="button" className="btn bare" onClick={duplicate}>
        <Copy className="i s" aria-hidden="true" /> Duplicate
      </button>
      <button
        type="button"
        className="btn bare"
        onClick={() => {
          setLooking(true);
        }}
      >
        <History className="i s" aria-hidden="true" /> Versions
      </button>
      <button
        type="button"
        className="btn bare"
        disabled={remove.isPending}
        onClick={() => {
          ask(kind.thing, saved.id, title, () => {
            remove.mutate(saved);
          });
        }}
      >
        <Trash2 className="i s" aria-hidden="true" /> Delete
      </button>
      {dialog}
      {looking && (
        <VersionsDialog
          kind={kind}
          saved={saved}
          title={title}
          onRestore={restore}
          onClose={() => {
            setLooking(false);
          }}
        />
      )}
    </>
  );
}
