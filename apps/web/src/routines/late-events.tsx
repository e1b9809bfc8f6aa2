import { answerOf, api } from '../api/index.js';
import { SettingChoice } from '../editing/index.js';

const OPTIONS = [
  { value: 'told', label: 'begin with how long ago' },
  { value: 'passed-over', label: 'start nothing' },
] as const;

/** What is done with events that are reported ten minutes or more after they happened. */
export function LateEvents() {
  return (
    <span className="row s2 text-soft" title="Events reported at least 10 minutes late">
      late events
      <SettingChoice
        name="late-events"
        label="Late events"
        options={OPTIONS}
        ask={() => answerOf(api.GET('/api/late-events'))}
        save={(body) => answerOf(api.PUT('/api/late-events', { body }))}
      />
    </span>
  );
}
