import { PREFIX, tidyName } from '@gully/core/commands';
import { characterCount } from '@gully/core/text';
import { useState } from 'react';
import { Fault, Opens } from '../ui/index.js';

interface NamesProps {
  readonly name: string;
  readonly aliases: readonly string[];
  readonly nameFault: string | undefined;
  readonly aliasesFault: string | undefined;
  readonly draft: boolean;
  readonly focus: boolean;
  readonly onName: (name: string) => void;
  readonly onAliases: (aliases: string[]) => void;
}

/** The command’s name, set large, and the other names it answers to. */
export function Names({
  name,
  aliases,
  nameFault,
  aliasesFault,
  draft,
  focus,
  onName,
  onAliases,
}: NamesProps) {
  return (
    <>
      <span className="name-blank">
        <span aria-hidden="true">{PREFIX}</span>
        <input
          className={`blank ${draft ? 'draft' : ''}`}
          style={{ width: `${String(Math.min(24, Math.max(5, characterCount(name) + 1)))}ch` }}
          aria-label="Name"
          aria-invalid={nameFault !== undefined}
          aria-describedby="name-fault"
          placeholder="name"
          autoComplete="off"
          spellCheck={false}
          autoFocus={focus}
          value={name}
          onChange={(event) => {
            onName(event.target.value.replace(/^!/u, ''));
          }}
        />
      </span>
      <span className="s2 text-soft">also</span>
      <Opens
        mono
        label={`Other names: ${shownAliases(aliases)}`}
        shown={shownAliases(aliases)}
        wrong={aliasesFault !== undefined}
      >
        <AliasField aliases={aliases} onChange={onAliases} />
        <Fault>{aliasesFault}</Fault>
      </Opens>
    </>
  );
}

function shownAliases(aliases: readonly string[]): string {
  if (aliases.length === 0) return 'no other name';
  const shown = aliases.slice(0, 2).map((alias) => PREFIX + alias);
  return aliases.length > 2 ? `${shown.join(' ')} +${String(aliases.length - 2)}` : shown.join(' ');
}

function AliasField({
  aliases,
  onChange,
}: {
  readonly aliases: readonly string[];
  readonly onChange: (aliases: string[]) => void;
}) {
  // What is being typed stays as typed; spaces and commas part the names.
  const [typed, setTyped] = useState(aliases.map((alias) => PREFIX + alias).join(' '));
  return (
    <label className="block">
      <span className="s2 block pb-1 text-soft">Other names for the same command, parted by spaces</span>
      <input
        className="blank m !w-72"
        value={typed}
        placeholder="!deep !depths"
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          setTyped(event.target.value);
          onChange(
            event.target.value
              .split(/[\s,]+/u)
              .map(tidyName)
              .filter((alias) => alias !== ''),
          );
        }}
      />
    </label>
  );
}
