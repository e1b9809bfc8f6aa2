import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Check, Film, Play, Square, Upload, Volume2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { problemOf, type Media } from '../api/index.js';
import type { PickerProps } from '../manifest/index.js';
import { Fault, IconButton } from '../ui/index.js';
import { upload } from './upload.js';
import { thingsQuery } from '../live/index.js';

/** The library to choose from: what each file looks like, what it sounds like, and a new one from here. */
export function MediaPicker({ value, of, otherwise, onChange }: PickerProps) {
  const { data = [] } = useQuery(thingsQuery('media'));
  const fits = (data as readonly Media[]).filter(({ kind }) => of === undefined || of.includes(kind));
  const { playing, play } = useListening();
  const list = useRef<HTMLUListElement>(null);
  // The keyboard begins at what is chosen, and not at the top of a long list.
  useEffect(() => {
    list.current?.querySelector<HTMLElement>('[aria-pressed="true"]')?.focus();
  }, []);
  return (
    <div className="media-picker">
      <ul ref={list} aria-label="Library">
        {otherwise !== undefined && (
          <li>
            <button
              type="button"
              className="choice row w-full"
              aria-pressed={value === otherwise.value}
              onClick={() => {
                onChange(otherwise.value);
              }}
            >
              <span className="thumb" aria-hidden="true" />
              {otherwise.label}
            </button>
          </li>
        )}
        {fits.map((media) => (
          <li key={media.id} className="row">
            <button
              type="button"
              className="choice row min-w-0 flex-1"
              aria-pressed={value === media.id}
              onClick={() => {
                onChange(media.id);
              }}
            >
              <Thumb media={media} />
              <span className="min-w-0 flex-1 truncate text-left">{media.name}</span>
              {media.seconds > 0 && <span className="m s2 text-soft">{`${media.seconds.toFixed(1)} s`}</span>}
              {value === media.id && <Check className="i s" aria-hidden="true" />}
            </button>
            {media.kind === 'sound' && !media.missing && (
              <IconButton
                icon={playing === media.id ? Square : Play}
                label={`${playing === media.id ? 'Stop' : 'Listen to'} ${media.name}`}
                onClick={() => {
                  play(media);
                }}
              />
            )}
          </li>
        ))}
      </ul>
      <UploadHere of={of} onAdded={onChange} />
    </div>
  );
}

function Thumb({ media: { kind, url, missing } }: { readonly media: Media }) {
  if (kind === 'picture' && !missing)
    return <img className="thumb" src={url} alt="" loading="lazy" decoding="async" />;
  const Icon = kind === 'sound' ? Volume2 : Film;
  return (
    <span className="thumb">
      <Icon className="i s" aria-hidden="true" />
    </span>
  );
}

/** Plays one sound at a time in this browser; nothing is heard on the stream. */
function useListening() {
  const [playing, setPlaying] = useState<string>();
  const audio = useRef<HTMLAudioElement | null>(null);
  useEffect(
    () => () => {
      audio.current?.pause();
    },
    [],
  );
  const play = ({ id, url }: Media): void => {
    audio.current?.pause();
    if (playing === id) {
      setPlaying(undefined);
      return;
    }
    const next = new Audio(url);
    next.addEventListener('ended', () => {
      setPlaying(undefined);
    });
    audio.current = next;
    setPlaying(id);
    next.play().catch(() => {
      setPlaying(undefined);
    });
  };
  return { playing, play };
}

interface UploadHereProps {
  readonly of: readonly string[] | undefined;
  readonly onAdded: (id: string) => void;
}

/** Adds a file to the library without leaving what is being edited. */
function UploadHere({ of, onAdded }: UploadHereProps) {
  const queries = useQueryClient();
  const [sent, setSent] = useState<number>();
  const [fault, setFault] = useState<string>();
  const take = async (file: File): Promise<void> => {
    setFault(undefined);
    setSent(0);
    try {
      const added = await upload(file, setSent);
      await queries.invalidateQueries(thingsQuery('media'));
      if (of === undefined || of.includes(added.kind)) onAdded(added.id);
      else setFault(`${added.name} is a ${added.kind}; it is in the library now. Choose ${of.join(' or ')}.`);
    } catch (error) {
      setFault(problemOf(error).detail);
    } finally {
      setSent(undefined);
    }
  };
  return (
    <div className="border-t border-line p-2">
      {sent === undefined ? (
        <label className="btn s">
          <Upload className="i s" aria-hidden="true" /> Upload
          <input
            className="sr-only"
            type="file"
            accept="image/*,video/webm,video/mp4,audio/*"
            aria-label="Upload a file"
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              target.value = '';
              if (file !== undefined) void take(file);
            }}
          />
        </label>
      ) : (
        <progress className="w-full" max={1} value={sent} aria-label="Upload" />
      )}
      <Fault>{fault}</Fault>
    </div>
  );
}
