import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { Choice, day } from '../ui/index.js';
import { streamsQuery } from './queries.js';
import type { ReplaySource } from './use-replay.js';

interface ReplaySourceChoiceProps {
  readonly source: ReplaySource;
  /** the name of the file that was chosen */
  readonly file: string | undefined;
  readonly onChange: (source: ReplaySource, file?: string) => void;
}

/** Over what it is replayed: the last lines, a stream, or a file. */
export function ReplaySourceChoice({ source, file, onChange }: ReplaySourceChoiceProps) {
  const { data: streams = [] } = useQuery(streamsQuery);
  const input = useRef<HTMLInputElement>(null);
  const value =
    source.kind === 'last'
      ? `last ${String(source.lines)}`
      : source.kind === 'stream'
        ? `stream ${source.stream}`
        : 'file';
  return (
    <>
      <Choice
        label="What to replay"
        value={value}
        options={[
          { value: 'last 2000', label: 'the last 2,000 messages' },
          { value: 'last 20000', label: 'the last 20,000 messages' },
          { value: 'last 100000', label: 'the last 100,000 messages' },
          ...streams.map(({ id, startedAt, endedAt }, at) => ({
            value: `stream ${id}`,
            label: `${endedAt === null ? 'this stream' : at === 0 ? 'the last stream' : 'the stream'} of ${day(startedAt)}`,
          })),
          { value: 'file', label: file ?? 'a file of chat…' },
        ]}
        onChange={(next) => {
          const [kind, which = ''] = next.split(' ');
          if (kind === 'file') input.current?.click();
          else if (kind === 'last') onChange({ kind, lines: Number(which) });
          else onChange({ kind: 'stream', stream: which });
        }}
      />
      <input
        ref={input}
        type="file"
        accept=".jsonl,.json,.log,.txt,text/plain"
        className="hidden"
        aria-label="A file of chat: JSON lines, or a log of an IRC program"
        onChange={({ target }) => {
          const [chosen] = target.files ?? [];
          target.value = '';
          if (chosen === undefined) return;
          void chosen.text().then((text) => {
            onChange({ kind: 'file', text }, chosen.name);
          });
        }}
      />
    </>
  );
}
