import { useState } from 'react';
import type { RememberedWord } from '../api/index.js';
import { useMemory } from './queries.js';

/** What is remembered, to be changed where it stands. */
export function TextCell({ word }: { readonly word: RememberedWord }) {
  const [typed, setTyped] = useState<string>();
  const { set } = useMemory();
  const text = typed ?? word.text;
  const changed = text !== word.text;
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!changed) return;
        set.mutate(
          { place: word, text, before: word.text },
          {
            onSuccess: () => {
              setTyped(undefined);
            },
          },
        );
      }}
    >
      <input
        className={`blank min-w-0 flex-1 !font-normal ${changed ? 'draft' : ''}`}
        aria-label={`What is remembered as ${word.name}${word.viewerName === '' ? '' : ` of ${word.viewerName}`}`}
        value={text}
        maxLength={2_000}
        autoComplete="off"
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setTyped(undefined);
        }}
      />
      {changed && (
        <button type="submit" className="btn s" disabled={set.isPending}>
          Change
        </button>
      )}
    </form>
  );
}
