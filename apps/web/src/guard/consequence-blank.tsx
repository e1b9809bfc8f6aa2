import type { Action, Consequence } from '@gully/core/guard';
import { Choice, DurationField } from '../ui/index.js';
import { ACTION_WORDS } from './consequence-words.js';

const DEFAULTS: Readonly<Partial<Record<Action, number>>> = { timeout: 600, clear: 300 };
const OPTIONS = (Object.keys(ACTION_WORDS) as Action[]).map((value) => ({
  value,
  label: value === 'clear' ? 'clear what they wrote lately' : ACTION_WORDS[value],
}));

interface ConsequenceBlankProps {
  readonly label: string;
  readonly value: Consequence;
  readonly draft?: boolean;
  readonly wrong?: string | undefined;
  readonly onChange: (value: Consequence) => void;
}

/** What follows: one of six, and for how long where it takes a time. */
export function ConsequenceBlank({ label, value, draft = false, wrong, onChange }: ConsequenceBlankProps) {
  const { action, seconds } = value;
  return (
    <span className="row !inline-flex">
      <Choice
        label={label}
        value={action}
        options={OPTIONS}
        draft={draft}
        onChange={(next) => {
          onChange({ action: next, seconds: DEFAULTS[next] ?? 0 });
        }}
      />
      {DEFAULTS[action] !== undefined && (
        <DurationField
          label={`${label}: how long`}
          value={seconds}
          unit="s"
          draft={draft}
          wrong={wrong !== undefined}
          onChange={(next) => {
            onChange({ action, seconds: next ?? 0 });
          }}
        />
      )}
    </span>
  );
}

interface OwnConsequenceProps {
  readonly label: string;
  /** null for what the ladder says */
  readonly value: Consequence | null;
  readonly onChange: (value: Consequence | null) => void;
}

/** The same, or what the ladder says. */
export function OwnConsequence({ label, value, onChange }: OwnConsequenceProps) {
  return (
    <span className="row !inline-flex">
      <Choice
        label={label}
        value={value === null ? 'ladder' : 'own'}
        options={[
          { value: 'ladder', label: 'as the ladder says' },
          { value: 'own', label: 'always the same:' },
        ]}
        onChange={(next) => {
          onChange(next === 'ladder' ? null : { action: 'delete', seconds: 0 });
        }}
      />
      {value !== null && <ConsequenceBlank label={`${label}, always`} value={value} onChange={onChange} />}
    </span>
  );
}
