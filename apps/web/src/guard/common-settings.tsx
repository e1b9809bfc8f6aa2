import { Choice, DurationField, Fault, Opens, Tick, ViewerNames } from '../ui/index.js';
import type { EditedGuard } from './use-guard-draft.js';
import { EXEMPT_CHOICES, fromChoice, toChoice } from './role-choice.js';

const OVERLAPS = [
  { value: 'add', label: 'is added to what is left' },
  { value: 'replace', label: 'takes its place' },
  { value: 'longer', label: 'counts if it ends later' },
] as const;

interface CommonSettingsProps {
  readonly edited: EditedGuard;
  readonly faults: Readonly<Record<string, string>>;
}

/** What all filters have in common, beside the ladder. */
export function CommonSettings({ edited, faults }: CommonSettingsProps) {
  const { settings, base, change } = edited;
  const { overlapping, never, names, grace } = settings;
  return (
    <div className="mt-3 grid gap-2">
      <p className="words">
        A timeout during a timeout{' '}
        <Choice
          label="A timeout during a timeout"
          value={overlapping.how}
          options={OVERLAPS}
          draft={overlapping.how !== base.overlapping.how}
          onChange={(how) => {
            change({ overlapping: { ...overlapping, how } });
          }}
        />
        , at most{' '}
        <DurationField
          label="Longest timeout"
          value={overlapping.cap}
          unit="s"
          draft={overlapping.cap !== base.overlapping.cap}
          wrong={faults['overlapping.cap'] !== undefined}
          onChange={(seconds) => {
            change({ overlapping: { ...overlapping, cap: seconds ?? 0 } });
          }}
        />
      </p>
      <p className="words">
        Never timed out or banned:{' '}
        <Choice
          label="Never timed out or banned"
          value={toChoice(never.from)}
          options={EXEMPT_CHOICES}
          draft={never.from !== base.never.from}
          onChange={(role) => {
            change({ never: { ...never, from: fromChoice(role) } });
          }}
        />{' '}
        and{' '}
        <Opens
          label="Viewers who are never timed out"
          shown={never.viewers.length === 0 ? 'no one else' : `${String(never.viewers.length)} viewers`}
          draft={JSON.stringify(never.viewers) !== JSON.stringify(base.never.viewers)}
        >
          <div className="w-80">
            <ViewerNames
              label="Only their messages are removed; names, separated by spaces"
              named={never.viewers}
              onChange={(viewers) => {
                change({ never: { ...never, viewers } });
              }}
            />
          </div>
        </Opens>
      </p>
      <p className="words">
        Grace lets a viewer post links for{' '}
        <DurationField
          label="How long grace lasts"
          value={grace}
          unit="s"
          draft={grace !== base.grace}
          wrong={faults.grace !== undefined}
          onChange={(seconds) => {
            change({ grace: seconds ?? 0 });
          }}
        />
      </p>
      <Tick
        label="Look for blocked phrases in a viewer’s name too, with their first message"
        checked={names}
        onChange={(on) => {
          change({ names: on });
        }}
      />
      <Fault>{faults['overlapping.cap'] ?? faults.grace}</Fault>
    </div>
  );
}
