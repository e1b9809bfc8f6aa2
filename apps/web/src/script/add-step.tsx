import { STEP_GROUPS, type StepKind } from '@gully/core/area';
import { type Step, STEP_KINDS } from '@gully/core/channel';
import { Command } from 'cmdk';
import { ClipboardPaste } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { ulid } from 'ulid';
import type { StepPlace } from './edits.js';
import { useScript } from './script-context.js';

const KINDS = Object.values(STEP_KINDS) as unknown as readonly StepKind<Step>[];

/** The kinds that have all typed words somewhere in what is said of them. */
function found(typed: string): readonly StepKind<Step>[] {
  const words = typed.replace(/^\//u, '').trim().toLowerCase().split(/\s+/u);
  const fits = KINDS.filter(({ verb, means, words: more }) => {
    const text = [verb, means, ...more].join(' ').toLowerCase();
    return words.every((word) => text.includes(word));
  });
  // What is called so stands before what is only about it.
  const [first = ''] = words;
  return [...fits].sort((a, b) => rank(a, first) - rank(b, first));
}

function rank({ verb, words }: StepKind<Step>, typed: string): number {
  if (typed === '') return 0;
  if (verb.toLowerCase().startsWith(typed)) return 0;
  return words.some((word) => word.startsWith(typed)) ? 1 : 2;
}

/** The empty line at the end of a script: `/` or a word offers the steps there are. */
export function AddStep({ place, label }: { readonly place: StepPlace; readonly label: string }) {
  const { add, paste, copiedCount, full } = useScript();
  const [typed, setTyped] = useState('');
  const [open, setOpen] = useState(false);
  const line = useRef<HTMLInputElement>(null);
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The package takes its list for always open.
    line.current?.setAttribute('aria-expanded', String(open));
  });
  useEffect(() => {
    // At the foot of the page it would open out of sight.
    if (open) list.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  if (full) return <p className="s2 text-soft">A routine has at most 100 steps.</p>;
  const close = (): void => {
    setOpen(false);
    setTyped('');
  };
  const kinds = found(typed);
  const item = (kind: StepKind<Step>) => (
    <Command.Item
      key={kind.kind}
      value={kind.kind}
      className="choice !grid grid-cols-[96px_1fr]"
      onSelect={() => {
        close();
        add(place, [kind.blank(ulid())]);
      }}
    >
      <span className="font-bold text-iron">{kind.verb}</span>
      <span className="s2 text-soft">{kind.means}</span>
    </Command.Item>
  );
  return (
    <div className="row flex-wrap">
      <Command
        shouldFilter={false}
        loop
        label={`Add a step: ${label}`}
        className="relative min-w-0 flex-1"
        onBlur={(event) => {
          if (!event.currentTarget.contains(event.relatedTarget)) setOpen(false);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape' && open) {
            event.stopPropagation();
            setOpen(false);
          }
          // Enter with nothing open must not save the whole editor.
          if (event.key === 'Enter' && !open) {
            event.preventDefault();
            setOpen(true);
          }
        }}
      >
        <Command.Input
          ref={line}
          className="blank add-line"
          placeholder="Type / for a step"
          value={typed}
          onValueChange={(next) => {
            setTyped(next);
            setOpen(next !== '');
          }}
          onClick={() => {
            setOpen(true);
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown' && !open) setOpen(true);
            if ((event.ctrlKey || event.metaKey) && event.key === 'v' && typed === '' && copiedCount > 0) {
              event.preventDefault();
              paste(place);
            }
          }}
        />
        {/* Always there, since the line says by its attributes what it controls. */}
        <Command.List ref={list} className="float steps-offered" hidden={!open}>
          {open && (
            <>
              <Command.Empty className="p-2 text-soft">No step is called that.</Command.Empty>
              {typed.replace('/', '').trim() === ''
                ? STEP_GROUPS.map((group) => (
                    <Command.Group key={group} heading={group}>
                      {kinds.filter((kind) => kind.group === group).map(item)}
                    </Command.Group>
                  ))
                : kinds.map(item)}
            </>
          )}
        </Command.List>
      </Command>
      {copiedCount > 0 && (
        <button
          type="button"
          className="btn s bare text-soft"
          onClick={() => {
            paste(place);
          }}
        >
          <ClipboardPaste className="i s" aria-hidden="true" />
          {copiedCount === 1 ? 'Paste step' : `Paste ${String(copiedCount)} steps`}
        </button>
      )}
    </div>
  );
}
