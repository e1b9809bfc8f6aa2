import { answerOf, api } from '../api/index.js';
import { SettingChoice } from '../editing/index.js';

const OPTIONS = [
  { value: 'told', label: 'begin with how long ago' },
  { value: 'passed-over', label: 'start nothing' },
] as const;

/** What becomes of events that are told of ten minutes or more after they happened. */
export function LateEvents() {
  return (
    <span className="row s2 text-soft" title="Events that are told of 10 minutes or more after they happened">
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
