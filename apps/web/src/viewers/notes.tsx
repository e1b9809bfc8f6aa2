import { X } from 'lucide-react';
import { useState } from 'react';
import type { ViewerPage } from '../api/index.js';
import { ago, exact, IconButton, useNow } from '../ui/index.js';
import { useViewerChanges } from './viewer-changes.js';

interface NotesProps {
  readonly viewerId: string;
  readonly notes: ViewerPage['notes'];
}

/** What moderators wrote down about a viewer. */
export function Notes({ viewerId, notes }: NotesProps) {
  const { addNote, removeNote } = useViewerChanges(viewerId);
  const [text, setText] = useState('');
  const now = useNow(30_000);
  return (
    <>
      <ul>
        {notes.map((note) => (
          <li key={note.id} className="flex items-start gap-2 border-b border-line py-1">
            <p className="min-w-0 flex-1 break-words whitespace-pre-wrap">
              {note.text}{' '}
              <span className="s2 text-soft" title={exact(note.at)}>
                {ago(note.at, now)}
              </span>
            </p>
            <IconButton
              icon={X}
              label={`Remove the note “${note.text.slice(0, 30)}”`}
              onClick={() => {
                removeNote.mutate(note.id);
              }}
            />
          </li>
        ))}
      </ul>
      <form
        className="mt-2 flex items-start gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() === '') return;
          addNote.mutate(text, {
            onSuccess: () => {
              setText('');
            },
          });
        }}
      >
        <textarea
          className="blank !h-auto min-w-0 flex-1 !font-normal !whitespace-pre-wrap"
          rows={2}
          aria-label="A note about this viewer"
          placeholder="For you and your moderators"
          maxLength={2_000}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
        <button type="submit" className="btn" disabled={text.trim() === '' || addNote.isPending}>
          Add note
        </button>
      </form>
    </>
  );
}
