import { mediaFaults, type MediaBody } from '@gully/core/media';
import { useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { answerOf, api, type Media } from '../api/index.js';
import { EditorFrame, NameField, ThingButtons, useEditing, UserOf } from '../editing/index.js';
import { exact, Fault } from '../ui/index.js';
import { mediaInWords } from './facts.js';
import { MEDIA_KIND } from './kind.js';

interface MediaEditorProps {
  readonly id: string;
  readonly saved: Media;
  readonly others: readonly Media[];
}

/** One file of the library: what it looks or sounds like, what it is called, and where it is used. */
export function MediaEditor({ id, saved, others }: MediaEditorProps) {
  const check = useCallback((body: MediaBody) => mediaFaults(body, others), [others]);
  const editing = useEditing({ kind: MEDIA_KIND, id, saved, nameOf: ({ name }) => name, check });
  return (
    <EditorFrame
      editing={editing}
      name={saved.shipped ? <b className="text-lg">{saved.name}</b> : <NameField editing={editing} />}
    >
      <Fault>{editing.faultOf('name')}</Fault>
      <Fault>{editing.refusal}</Fault>
      {saved.missing && (
        <Fault>
          The content of this file was deleted or cut short on the machine. Upload it again; whatever uses it
          shows nothing until then.
        </Fault>
      )}
      <p className="mt-1 text-soft">
        {mediaInWords(saved)}.{' '}
        {saved.shipped ? 'It comes with Gully.' : <span>Added {exact(saved.changedAt)}.</span>}
      </p>
      <div className="mt-3">{!saved.missing && <MediaView media={saved} />}</div>
      <UsedBy id={id} />
      {!saved.shipped && (
        <footer className="row mt-3">
          <span className="ml-auto">
            <ThingButtons editing={editing} />
          </span>
        </footer>
      )}
    </EditorFrame>
  );
}

/** A file as it is seen or heard. */
export function MediaView({ media: { kind, url, name } }: { readonly media: Media }) {
  if (kind === 'picture') return <img className="media-view" src={url} alt={name} />;
  return kind === 'video' ? (
    <video className="media-view" src={url} controls muted aria-label={name} />
  ) : (
    <audio src={url} controls aria-label={name} />
  );
}

function UsedBy({ id }: { readonly id: string }) {
  const { data: users } = useQuery({
    queryKey: ['users-of', 'media', id],
    queryFn: () =>
      answerOf(api.GET('/api/users-of/{kind}/{id}', { params: { path: { kind: 'media', id } } })),
  });
  return (
    <section className="mt-4">
      <h2>Used by</h2>
      {users?.length === 0 && <p className="text-soft">Nothing yet.</p>}
      <ul>
        {users?.map((user) => (
          <li key={`${user.kind} ${user.id}`}>
            <UserOf user={user} />
          </li>
        ))}
      </ul>
    </section>
  );
}
