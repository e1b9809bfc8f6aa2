import { wordFault } from '@gully/core/routines';
import { useState } from 'react';
import { Choice, Fault } from '../ui/index.js';
import { useMemory } from './queries.js';

const SPANS = [
  { value: 'good' as const, label: 'for good' },
  { value: 'stream' as const, label: 'for this stream' },
];

/** Has something remembered by hand. */
export function NewWord() {
  const { set } = useMemory();
  const [name, setName] = useState('');
  const [text, setText] = useState('');
  const [span, setSpan] = useState<'good' | 'stream'>('good');
  const fault = name === '' ? undefined : wordFault(name, 'remembered');
  return (
    <form
      className="px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name === '' || text === '' || fault !== undefined) return;
        set.mutate(
          { place: { span, viewer: '', name }, text, before: null },
          {
            onSuccess: () => {
              setName('');
              setText('');
            },
          },
        );
      }}
    >
      <span className="row flex-wrap">
        <input
          className="blank m !w-36"
          aria-label="Word"
          placeholder="guide"
          value={name}
          aria-invalid={fault !== undefined}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            setName(event.target.value.trim());
          }}
        />
        is
        <input
          className="blank !w-56 !font-normal"
          aria-label="What is remembered"
          placeholder="Odalys"
          value={text}
          maxLength={2_000}
          autoComplete="off"
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
        <Choice label="For how long" value={span} options={SPANS} onChange={setSpan} />
        <button type="submit" className="btn" disabled={name === '' || text === '' || fault !== undefined}>
          Remember
        </button>
      </span>
      <Fault>{fault}</Fault>
    </form>
  );
}
