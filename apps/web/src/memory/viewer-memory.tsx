import { useInfiniteQuery } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { Ago, Bones, IconButton, LoadFailed } from '../ui/index.js';
import { useMemory, wordsQuery } from './queries.js';
import { TextCell } from './text-cell.js';

/** What is remembered of one viewer, on their page. */
export function ViewerMemory({ viewerId }: { readonly viewerId: string }) {
  const { data, error, refetch } = useInfiniteQuery(wordsQuery({ viewer: viewerId, search: '' }));
  const { forget } = useMemory();
  if (data === undefined)
    return error === null ? <Bones lines={2} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const words = data.pages.flat();
  if (words.length === 0) return <p className="text-soft">Nothing is remembered.</p>;
  return (
    <ul>
      {words.map((word) => (
        <li key={word.name} className="row border-b border-line py-1">
          <span className="m w-28 flex-none truncate" title={word.name}>
            {word.name}
          </span>
          <span className="min-w-0 flex-1">
            <TextCell word={word} />
          </span>
          <span className="s2 text-soft">
            <Ago at={word.changedAt} />
          </span>
          <IconButton
            icon={Trash2}
            label={`Forget ${word.name}`}
            onClick={() => {
              forget.mutate([word]);
            }}
          />
        </li>
      ))}
    </ul>
  );
}
