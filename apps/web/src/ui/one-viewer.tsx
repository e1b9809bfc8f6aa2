import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useSearchParams } from 'react-router';
import { answerOf, api } from '../api/index.js';
import type { Someone } from './find-viewer.js';

/** The viewer a page is narrowed to by its address; undefined for all. */
export function useOneViewer(): Someone | undefined {
  const [params] = useSearchParams();
  const id = params.get('viewer') ?? '';
  const { data: name = 'one viewer' } = useQuery({
    queryKey: ['viewers', 'name', id],
    queryFn: () => answerOf(api.GET('/api/viewers/{id}', { params: { path: { id } } })),
    enabled: id !== '',
    select: ({ viewer }) => viewer.name,
  });
  return id === '' ? undefined : { id, name };
}

/** Says to whom a page is narrowed, and shows all again. */
export function OneViewer({ viewer }: { readonly viewer: Someone | undefined }) {
  const [, setParams] = useSearchParams();
  if (viewer === undefined) return null;
  return (
    <button
      type="button"
      className="btn s"
      aria-label={`Show others than ${viewer.name} too`}
      onClick={() => {
        setParams((params) => {
          params.delete('viewer');
          return params;
        });
      }}
    >
      {viewer.name} <X className="i s" aria-hidden="true" />
    </button>
  );
}
