import { prepareLines } from '@gully/core/chat';
import { parseText, renderText, VALUES, type ParseResult } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { channelQuery } from '../live/index.js';
import { Fault } from '../ui/index.js';
import { usePersona } from './persona.js';
import { TextField } from './text-field.js';

interface SayStepProps {
  readonly text: string;
  readonly draft: boolean;
  readonly uses: number;
  readonly fault: string | undefined;
  readonly onChange: (text: string) => void;
}

/** The one step there is yet: what the bot says, and what that would be now. */
export function SayStep({ text, draft, uses, fault, onChange }: SayStepProps) {
  const result = useMemo(() => parseText(text), [text]);
  const unreadable = 'fault' in result ? result.fault : undefined;
  const shownFault =
    unreadable === undefined
      ? fault
      : `Line ${String(unreadable.line)}, column ${String(unreadable.column)}: ${unreadable.message}`;
  return (
    <li className="step">
      <span className="no">1</span>
      <span className="verb">Say</span>
      <div>
        <div className={`text ${unreadable !== undefined ? 'wrong' : draft ? 'draft' : ''}`}>
          <TextField value={text} label="Text" describedBy="text-fault text-preview" onChange={onChange} />
        </div>
        <Preview result={result} uses={uses} />
        <div id="text-fault" aria-live="polite">
          <Fault>{shownFault}</Fault>
          <UnknownValues result={result} text={text} onChange={onChange} />
        </div>
      </div>
    </li>
  );
}

function Preview({ result, uses }: { readonly result: ParseResult; readonly uses: number }) {
  const [persona] = usePersona();
  const { data: channel } = useQuery(channelQuery);
  if ('fault' in result || result.text.source.trim() === '') return <div id="text-preview" />;
  const { text, notes } = renderText(result.text, {
    viewer: { name: persona.name },
    input: { all: '' },
    command: { uses: uses + 1 },
    channel: { name: channel?.name ?? '' },
  });
  const lines = prepareLines(text, result.text.ownStart);
  const stopped = notes.filter((note) => !note.startsWith('No value'));
  return (
    <div id="text-preview" className="preview" data-testid="preview">
      {lines.length === 0 ? (
        <p className="text-soft">Now it would say nothing: no text is left.</p>
      ) : (
        lines.map((line, index) => (
          <p key={index}>
            {index === 0 && <span className="text-soft">Now: </span>}
            {line}
          </p>
        ))
      )}
      {stopped.map((note) => (
        <Fault key={note}>{note}</Fault>
      ))}
      {lines.length > 1 && (
        <p className="s2 text-soft">It is too long for one line of chat and goes out as {lines.length}.</p>
      )}
    </div>
  );
}

function UnknownValues({
  result,
  text,
  onChange,
}: {
  readonly result: ParseResult;
  readonly text: string;
  readonly onChange: (text: string) => void;
}) {
  if ('fault' in result) return null;
  const paths = new Map(result.text.unknown.map(({ path, nearest }) => [path, nearest]));
  return [...paths].map(([path, nearest]) => (
    <p key={path} className="fault">
      <span>
        No value is called <span className="m">{path}</span>; it will be empty.
      </span>
      {nearest === undefined ? (
        <span className="text-soft">There are {VALUES.map((value) => value.path).join(', ')}.</span>
      ) : (
        <button
          type="button"
          className="btn s"
          onClick={() => {
            onChange(text.replaceAll(path, nearest));
          }}
        >
          Use <span className="m">{nearest}</span>
        </button>
      )}
    </p>
  ));
}
