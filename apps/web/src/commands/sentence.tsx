import { COOLDOWN_LIMIT } from '@gully/core/commands';
import { durationInWords } from '@gully/core/text';
import type { CommandBody } from '../api/index.js';
import { AUDIENCES, Choice, Opens } from '../ui/index.js';
import type { Field } from './drafts.js';

interface SentenceProps {
  readonly body: CommandBody;
  readonly base: CommandBody;
  readonly changed: readonly Field[];
  readonly onChange: (change: Partial<CommandBody>) => void;
}

/** Who may use the command and how often, as one sentence with blanks in it. */
export function Sentence({ body, base, changed, onChange }: SentenceProps) {
  const cooldownsChanged = changed.includes('cooldown') || changed.includes('viewerCooldown');
  const was = AUDIENCES.find(({ value }) => value === base.lowestRole)?.label ?? '';
  return (
    <p className="sentence">
      <Choice
        label="Who may use it"
        value={body.lowestRole}
        options={AUDIENCES}
        draft={changed.includes('lowestRole')}
        onChange={(lowestRole) => {
          onChange({ lowestRole });
        }}
      />{' '}
      {changed.includes('lowestRole') && <span className="was">was {was.toLowerCase()} </span>}
      may use it{' '}
      <Opens
        shown={cooldownsInWords(body)}
        label={`How often: ${cooldownsInWords(body)}`}
        draft={cooldownsChanged}
      >
        <table className="t">
          <caption className="pb-1 text-left text-xs text-soft">
            After a use, it waits this long before it answers again
          </caption>
          <tbody>
            <CooldownRow
              label="in the channel"
              value={body.cooldown}
              onChange={(cooldown) => {
                onChange({ cooldown });
              }}
            />
            <CooldownRow
              label="for the same viewer"
              value={body.viewerCooldown}
              onChange={(viewerCooldown) => {
                onChange({ viewerCooldown });
              }}
            />
          </tbody>
        </table>
        <p className="s2 pt-2 text-soft">The streamer never waits. 0 for no wait.</p>
      </Opens>
      {cooldownsChanged && <span className="was"> was {cooldownsInWords(base)}</span>}.
    </p>
  );
}

function CooldownRow({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (seconds: number) => void;
}) {
  const wrong = !(Number.isInteger(value) && value >= 0 && value <= COOLDOWN_LIMIT);
  return (
    <tr>
      <th scope="row">
        <label htmlFor={`cooldown-${label}`}>{label}</label>
      </th>
      <td>
        <input
          id={`cooldown-${label}`}
          className="blank m !w-20 text-right"
          type="number"
          min={0}
          max={COOLDOWN_LIMIT}
          step={1}
          value={Number.isNaN(value) ? '' : value}
          aria-invalid={wrong}
          onChange={(event) => {
            onChange(event.target.valueAsNumber);
          }}
        />{' '}
        s
      </td>
      <td className="text-soft">{wrong ? 'a whole number, 0 to 86,400' : durationInWords(value * 1000)}</td>
    </tr>
  );
}

function cooldownsInWords({ cooldown, viewerCooldown }: CommandBody): string {
  const words: string[] = [];
  if (cooldown !== 0) words.push(`every ${inWords(cooldown)}`);
  if (viewerCooldown !== 0)
    words.push(`each viewer ${words.length === 0 ? 'every ' : ''}${inWords(viewerCooldown)}`);
  return words.length === 0 ? 'as often as they like' : words.join(', ');
}

function inWords(seconds: number): string {
  return Number.isFinite(seconds) ? durationInWords(seconds * 1000) : '…';
}
