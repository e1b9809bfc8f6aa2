import { useQuery } from '@tanstack/react-query';
import { handOverQuery } from './queries.js';

/** Beside Review: how many purchases wait to be handed over. */
export function HandOverCount() {
  const { data } = useQuery(handOverQuery);
  if (data === undefined || data.waiting === 0) return null;
  const words = `${String(data.waiting)} to hand over`;
  return (
    <span className="count" title={words}>
      <span aria-hidden="true">{data.waiting}</span>
      <span className="sr-only"> ({words})</span>
    </span>
  );
}
