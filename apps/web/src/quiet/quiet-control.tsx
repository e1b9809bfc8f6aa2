import { QUIET_LEVELS, quietAt, quietInWords } from '@gully/core/quiet';
import { durationInWords } from '@gully/core/text';
import { Volume2, VolumeX } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNow } from '../ui/index.js';
import { LEVELS } from './levels.js';
import { useQuiet } from './use-quiet.js';

const SPANS = [
  { minutes: 5, label: '5 min' },
  { minutes: 10, label: '10 min' },
  { minutes: 30, label: '30 min' },
  { minutes: null, label: 'until lifted' },
] as const;

/** Keeps the bot quiet, in part or altogether, for a while; shown while it is on. `q` opens it. */
export function QuietControl() {
  const [open, setOpen] = useState(false);
  const now = useNow(1_000);
  useHotkeys('q', () => {
    setOpen((before) => !before);
  });
  const { quiet, set } = useQuiet(() => {
    setOpen(false);
  });
  if (quiet === undefined) return null;
  const until = quiet.until === null ? null : Date.parse(quiet.until);
  const level = quietAt({ level: quiet.level, until }, now);
  const left = until === null ? 'until lifted' : durationInWords(until - now);
  const short = level === undefined ? 'Quiet' : `Quiet, ${left}`;
  const words = level === undefined ? short : `${short}: ${quietInWords(level)}`;
  const Icon = level === undefined ? Volume2 : VolumeX;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        type="button"
        className={`btn bare ${level === undefined ? 'only' : '!text-ochre'}`}
        aria-label={words}
        title={`${words} (q)`}
      >
        <Icon className="i" aria-hidden="true" />
        {level !== undefined && <span>{short}</span>}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="float p-3"
          sideOffset={8}
          align="end"
          collisionPadding={8}
          aria-label="Quiet"
        >
          <table className="t">
            <caption className="pb-1 text-left text-xs whitespace-normal text-soft">
              Keep the bot quiet. A restart does not lift it.
            </caption>
            <tbody>
              {QUIET_LEVELS.map((each) => (
                <tr key={each}>
                  <th scope="row">{LEVELS[each]}</th>
                  {SPANS.map(({ minutes, label }) => (
                    <td key={label}>
                      <button
                        type="button"
                        className="btn s"
                        aria-label={`${LEVELS[each]}, ${label}`}
                        disabled={set.isPending}
                        onClick={() => {
                          set.mutate({ level: each, minutes });
                        }}
                      >
                        {label}
                      </button>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {level !== undefined && (
            <p className="row pt-2">
              <span className="text-ochre">{words}</span>
              <button
                type="button"
                className="btn do ml-auto"
                disabled={set.isPending}
                onClick={() => {
                  set.mutate({ level: 'off', minutes: null });
                }}
              >
                Turn off
              </button>
            </p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
