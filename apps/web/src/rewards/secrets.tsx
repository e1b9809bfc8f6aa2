import { useQuery } from '@tanstack/react-query';
import { Eye, EyeOff } from 'lucide-react';
import { useState } from 'react';
import { answerOf, api, type Redemption } from '../api/index.js';
import { LoadFailed } from '../ui/index.js';

/** What only the streamer sees of a purchase, asked for when it is to be shown and then let go of. */
export function Secrets({ redemption }: { readonly redemption: Redemption }) {
  const { id, answers, hasLine } = redemption;
  const [shown, setShown] = useState(false);
  const names = answers.filter((answer) => answer.private).map(({ name }) => name.replaceAll('_', ' '));
  if (names.length === 0 && !hasLine) return null;
  const what = [...names, ...(hasLine ? ['what they got'] : [])].join(', ');
  const Icon = shown ? EyeOff : Eye;
  return (
    <span className="block">
      <button
        type="button"
        className="btn s bare -ml-2"
        aria-expanded={shown}
        onClick={() => {
          setShown(!shown);
        }}
      >
        <Icon className="i s" aria-hidden="true" /> {shown ? 'Hide' : 'Show'} {what}
      </button>
      {shown && (
        <Shown id={id} given={new Set(answers.filter(({ given }) => given).map(({ name }) => name))} />
      )}
    </span>
  );
}

function Shown({ id, given }: { readonly id: string; readonly given: ReadonlySet<string> }) {
  const { data, error, refetch } = useQuery({
    queryKey: ['redemption-secrets', id],
    queryFn: () => answerOf(api.GET('/api/redemptions/{id}/secrets', { params: { path: { id } } })),
    // Nothing of it stays behind in the page.
    gcTime: 0,
    staleTime: Infinity,
  });
  if (error !== null) return <LoadFailed error={error} retry={() => void refetch()} />;
  if (data === undefined) return null;
  return (
    <dl className="secrets">
      {data.answers.map(({ name, text }) => (
        <div key={name}>
          <dt>{name.replaceAll('_', ' ')}</dt>
          <dd>{text ?? (given.has(name) ? 'left out, or erased' : 'not given yet')}</dd>
        </div>
      ))}
      {data.line !== null && (
        <div>
          <dt>got</dt>
          <dd className="m">{data.line}</dd>
        </div>
      )}
    </dl>
  );
}
