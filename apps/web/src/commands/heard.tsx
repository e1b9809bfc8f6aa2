import type { Trigger } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { channelQuery } from '../live/index.js';
import { Fault, Opens, Tick } from '../ui/index.js';

interface HeardProps {
  readonly trigger: Trigger;
  readonly draft: boolean;
  readonly phrasesFault: string | undefined;
  readonly patternFault: string | undefined;
  readonly onChange: (change: Partial<Trigger>) => void;
}

/** What else starts it: phrases and a pattern, and from where. */
export function Heard({ trigger, draft, phrasesFault, patternFault, onChange }: HeardProps) {
  const { data: channel } = useQuery(channelQuery);
  const { phrases, pattern, wholeMessage, matchCase, fromBots, connections } = trigger;
  const shown = shownHeard(trigger);
  return (
    <span className="row">
      <span className="s2 text-soft">phrases</span>
      <Opens
        label={`Phrases: ${shown}`}
        shown={<span className="inline-block max-w-64 truncate align-top">{shown}</span>}
        draft={draft}
        wrong={phrasesFault !== undefined || patternFault !== undefined}
      >
        <div className="grid w-[min(420px,80vw)] gap-2">
          <PhraseField phrases={phrases} onChange={onChange} />
          <Fault>{phrasesFault}</Fault>
          <Tick
            label="Only as the whole message"
            checked={wholeMessage}
            onChange={(next) => {
              onChange({ wholeMessage: next });
            }}
          />
          <label className="block">
            <span className="s2 block pb-1 text-soft">
              Pattern, in RE2 syntax. <span className="m">(?P&lt;thing&gt;…)</span> becomes the value{' '}
              <span className="m">input.thing</span>.
            </span>
            <input
              className="blank m"
              value={pattern}
              placeholder="where is (?P<thing>[a-z]+)"
              aria-invalid={patternFault !== undefined}
              autoComplete="off"
              spellCheck={false}
              onChange={(event) => {
                onChange({ pattern: event.target.value });
              }}
            />
          </label>
          <Fault>{patternFault}</Fault>
          <Tick
            label="Match upper and lower case, in names too"
            checked={matchCase}
            onChange={(next) => {
              onChange({ matchCase: next });
            }}
          />
          <Tick
            label="Bots can start it too"
            checked={fromBots}
            onChange={(next) => {
              onChange({ fromBots: next });
            }}
          />
          <fieldset>
            <legend className="s2 text-soft">Only from these connections; none selected means all</legend>
            {(channel?.connections ?? []).map((connection) => (
              <Tick
                key={connection}
                label={connection}
                checked={connections.includes(connection)}
                onChange={(next) => {
                  onChange({
                    connections: next
                      ? [...connections, connection]
                      : connections.filter((each) => each !== connection),
                  });
                }}
              />
            ))}
          </fieldset>
        </div>
      </Opens>
    </span>
  );
}

function PhraseField({
  phrases,
  onChange,
}: Pick<Trigger, 'phrases'> & { readonly onChange: HeardProps['onChange'] }) {
  const [typed, setTyped] = useState(phrases.join('\n'));
  return (
    <label className="block">
      <span className="s2 block pb-1 text-soft">Phrases, one per line; matched as whole words</span>
      <textarea
        className="blank !h-auto w-full !font-normal !whitespace-pre-wrap"
        rows={3}
        value={typed}
        placeholder="how deep are we"
        spellCheck={false}
        onChange={(event) => {
          setTyped(event.target.value);
          // An empty line at the end is where the next one begins; one of spaces is told as a fault.
          onChange({ phrases: event.target.value.split('\n').filter((phrase) => phrase !== '') });
        }}
      />
    </label>
  );
}

function shownHeard({ phrases, pattern }: Trigger): string {
  const [first] = phrases;
  if (first === undefined) return pattern === '' ? 'none' : `/${pattern}/`;
  const more = phrases.length - 1 + (pattern === '' ? 0 : 1);
  return more === 0 ? `“${first}”` : `“${first}” +${String(more)}`;
}
