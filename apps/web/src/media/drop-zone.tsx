import { useQueryClient } from '@tanstack/react-query';
import { UploadCloud } from 'lucide-react';
import { useId, useRef, useState } from 'react';
import { Link } from 'react-router';
import { problemOf } from '../api/index.js';
import { Fault } from '../ui/index.js';
import { upload, type Upload } from './upload.js';
import { thingsQuery } from '../live/index.js';

/** Takes files that are dropped on it or chosen, each with its progress. */
export function DropZone() {
  const id = useId();
  const queries = useQueryClient();
  const [over, setOver] = useState(false);
  const [uploads, setUploads] = useState<readonly Upload[]>([]);
  const next = useRef(0);
  const change = (which: number, part: Partial<Upload>): void => {
    setUploads((all) => all.map((each) => (each.id === which ? { ...each, ...part } : each)));
  };
  const take = async (files: readonly File[]): Promise<void> => {
    const coming = files.map((file) => ({ file, id: (next.current += 1) }));
    setUploads((all) => [
      ...coming.map(({ file, id: which }) => ({
        id: which,
        name: file.name,
        part: 0,
        fault: undefined,
        added: undefined,
      })),
      ...all,
    ]);
    // One after the other: the first is there soonest, and the machine also runs a stream.
    for (const { file, id: which } of coming)
      try {
        const added = await upload(file, (part) => {
          change(which, { part });
        });
        change(which, { part: 1, added });
        await queries.invalidateQueries(thingsQuery('media'));
      } catch (error) {
        change(which, { fault: problemOf(error).detail });
      }
  };
  return (
    <section aria-label="Upload">
      <label
        htmlFor={id}
        className={`drop-zone ${over ? 'over' : ''}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => {
          setOver(false);
        }}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void take([...event.dataTransfer.files]);
        }}
      >
        <UploadCloud className="i" aria-hidden="true" />
        <span>
          Drop files here, or <span className="underline">choose them</span>
        </span>
        <span className="s2 text-soft">
          Pictures up to 20 MB, videos up to 60, sounds up to 10. What a file is is read from its content.
        </span>
      </label>
      <input
        id={id}
        className="sr-only"
        type="file"
        multiple
        accept="image/*,video/webm,video/mp4,audio/*"
        aria-label="Choose files"
        onChange={({ target }) => {
          void take([...(target.files ?? [])]);
          target.value = '';
        }}
      />
      <ul className="mt-2 grid gap-1" aria-live="polite">
        {uploads.map((each) => (
          <li key={each.id}>
            <OneUpload upload={each} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function OneUpload({ upload: { name, part, fault, added } }: { readonly upload: Upload }) {
  if (fault !== undefined)
    return (
      <>
        <b>{name}</b>
        <Fault>{fault}</Fault>
      </>
    );
  if (added !== undefined)
    return (
      <span className="text-moss">
        Added{' '}
        <Link className="underline" to={`/prepare/media/${added.id}`}>
          {added.name}
        </Link>
      </span>
    );
  return (
    <span className="row">
      <span className="truncate">{name}</span>
      <progress className="flex-1" max={1} value={part} aria-label={`${name}, sent`} />
      <span className="s2 text-soft">
        {part < 1 ? `${String(Math.round(part * 100))}%` : 'being looked at'}
      </span>
    </span>
  );
}
