import { useQuery } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { Ago, Bones, LoadFailed } from '../ui/index.js';

/** A viewer’s follows, subscriptions, tips and the like, on their page; the newest first. */
export function ViewerEvents({ viewerId }: { readonly viewerId: string }) {
  const { data, error, refetch } = useQuery({
    queryKey: ['activity', 'of', viewerId],
    queryFn: () =>
      answerOf(
        api.GET('/api/activity', { params: { query: { viewer: viewerId, kind: 'event', limit: 20 } } }),
      ),
    staleTime: 5_000,
  });
  if (data === undefined)
    return error === null ? <Bones lines={2} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  if (data.length === 0) return <p className="text-soft">None are known.</p>;
  return (
    <ul className="lines">
      {data.map(({ id, at, text }) => (
        <li key={id}>
          {text}
          <span className="s2 ml-auto text-soft">
            <Ago at={at} />
          </span>
        </li>
      ))}
    </ul>
  );
}
