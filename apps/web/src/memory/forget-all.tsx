import { KEPT_SPANS, type KeptSpan } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { rememberedQuery } from '../live/index.js';
import { Choice, Opens } from '../ui/index.js';
import { useMemory } from './queries.js';
import { SPAN_WORDS } from './words.js';

/** Forgets much at once; what it will be is said before. */
export function ForgetAll() {
  const { data } = useQuery(rememberedQuery);
  const { forgetAll } = useMemory();
  const [name, setName] = useState('');
  const [span, setSpan] = useState<KeptSpan | 'any'>('any');
  const named = name === '' ? 'everything' : `everything remembered as ${name}`;
  const whose = { any: '', viewer: ' of all viewers', stream: ' for this stream', good: ' for good' }[span];
  return (
    <Opens label="Forget many words" shown="Forget…">
      <div className="grid gap-2.5">
        <Choice
          label="By the word"
          value={name}
          options={[
            { value: '', label: 'By any word' },
            ...(data?.names ?? []).map((value) => ({ value, label: value })),
          ]}
          onChange={setName}
        />
        <Choice
          label="Remembered for"
          value={span}
          options={[
            { value: 'any' as const, label: 'Wherever it is' },
            ...KEPT_SPANS.map((value) => ({ value, label: SPAN_WORDS[value] })),
          ]}
          onChange={setSpan}
        />
        <p className="s2 max-w-64 text-soft">This cannot be undone. Export CSV first to keep a copy.</p>
        <button
          type="button"
          className="btn justify-self-start !text-crimson"
          disabled={forgetAll.isPending || (name === '' && span === 'any')}
          onClick={() => {
            forgetAll.mutate({
              ...(name === '' ? {} : { name }),
              ...(span === 'any' ? {} : { span }),
            });
          }}
        >
          {name === '' && span === 'any' ? 'Choose what first' : `Forget ${named}${whose}`}
        </button>
      </div>
    </Opens>
  );
}
