import { useState } from 'react';
import { Fault } from '../ui/index.js';

interface DomainsProps {
  readonly which: 'allowed' | 'blocked';
  readonly domains: readonly string[];
  /** those of the other kind */
  readonly others: readonly string[];
  readonly onChange: (domains: string[]) => void;
}

/** Domains, one on a line. */
export function Domains({ which, domains, others, onChange }: DomainsProps) {
  const [typed, setTyped] = useState(domains.join('\n'));
  const both = domains.filter((domain) => others.includes(domain));
  return (
    <label className="block">
      <span className="s2 block max-w-80 pb-1 text-soft">
        One on a line, with all below it; with a path, what begins with that. A blocked domain is never
        allowed.
      </span>
      <textarea
        className="text m block h-40 w-80 p-2"
        aria-label={`Domains that are ${which}`}
        placeholder={'maps.example\nclips.example/lanternhour'}
        spellCheck={false}
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value);
          onChange([
            ...new Set(
              target.value
                .split(/[\s,]+/u)
                .map((each) => each.trim().toLowerCase())
                .filter((each) => each !== ''),
            ),
          ]);
        }}
      />
      {both.slice(0, 3).map((domain) => (
        <Fault key={domain}>{`${domain} is both allowed and blocked; it stays blocked`}</Fault>
      ))}
    </label>
  );
}
