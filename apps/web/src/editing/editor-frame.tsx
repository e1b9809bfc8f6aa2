import { ArrowLeft, CircleDashed, Trash2 } from 'lucide-react';
import { Switch } from 'radix-ui';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { clock, Fault, NEW, useNarrow } from '../ui/index.js';
import { Conflict } from './conflict.js';
import type { Kept } from './kind.js';
import { useAsking } from './use-asking.js';
import type { Editing } from './use-editing.js';

interface EditorFrameProps<B extends object, S extends Kept> {
  readonly editing: Editing<B, S>;
  /** what stands between the way back and the buttons: its name */
  readonly name: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
}

/** What every editor begins with: the way back, the name, the buttons, and the notice of who was first. */
export function EditorFrame<B extends object, S extends Kept>({
  editing,
  name,
  children,
  className = '',
}: EditorFrameProps<B, S>) {
  const { kind, id, saved, title, draft, saving, overtaken } = editing;
  // On a phone the list, and its heading with it, is not there.
  const Title = useNarrow() ? 'h1' : 'h2';
  const all = `${kind.word}s`;
  return (
    <section className={`editor ${className === '' ? '' : '!flex flex-col'}`} aria-label={title}>
      <form
        className={className}
        onSubmit={(event) => {
          event.preventDefault();
          editing.submit();
        }}
      >
        <Title className="sr-only">{title}</Title>
        <header>
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
            <button type="submit" className="btn do" disabled={draft === undefined || saving}>
              {saved === undefined ? `Add ${kind.word}` : 'Save'} <kbd aria-hidden="true">Ctrl ⏎</kbd>
            </button>
          </span>
        </header>
        {overtaken && <Conflict editing={editing} />}
        {children}
      </form>
    </section>
  );
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
      placeholder={`name of the ${kind.word}`}
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
export function DraftState<B extends object, S extends Kept>({
  editing,
  changes,
  inForce,
}: {
  readonly editing: Editing<B, S>;
  /** how many parts differ from what is saved, where they are counted */
  readonly changes?: number;
  /** what holds until it is saved */
  readonly inForce?: string;
}) {
  const { kind, saved, draft } = editing;
  if (draft === undefined)
    return (
      <span className="s2 text-soft">
        {saved === undefined ? `A new ${kind.word}. It is kept as a draft as you type.` : 'As saved.'}
      </span>
    );
  return (
    <>
      <span className="state text-ochre" role="status">
        <CircleDashed className="i s" aria-hidden="true" /> Draft kept at{' '}
        {clock(new Date(draft.at).toISOString())}
        {changes !== undefined && `, ${String(changes)} ${changes === 1 ? 'change' : 'changes'}`}
      </span>
      {inForce !== undefined && <span className="s2 text-soft">{inForce}</span>}
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

/** Why the server refused to save, and why what is saved is off by itself. */
export function Refusals<B extends object, S extends Kept & { readonly fault: string | null }>({
  editing: { saved, draft, refusal },
}: {
  readonly editing: Editing<B, S>;
}) {
  return (
    <>
      {saved?.fault != null && draft === undefined && <Fault>{`Off by itself: ${saved.fault}`}</Fault>}
      <Fault>{refusal}</Fault>
    </>
  );
}

export function DeleteButton<B extends object, S extends Kept>({
  editing: { kind, saved, title, remove },
}: {
  readonly editing: Editing<B, S>;
}) {
  const { ask, dialog } = useAsking();
  if (saved === undefined) return null;
  return (
    <>
      <button
        type="button"
        className="btn bare"
        disabled={remove.isPending}
        onClick={() => {
          ask(kind.word, saved.id, title, () => {
            remove.mutate(saved);
          });
        }}
      >
        <Trash2 className="i s" aria-hidden="true" /> Delete
      </button>
      {dialog}
    </>
  );
}
