import { answerOf, api } from '../api/index.js';
import { SettingChoice } from '../editing/index.js';

const DAYS = ['30', '90', '180', '365', '730', '0'] as const;
type Days = (typeof DAYS)[number];
const OPTIONS = DAYS.map((value) => ({ value, label: value === '0' ? 'for good' : `${value} days` }));

interface Stored {
  readonly value: number;
  readonly version: number;
}
const shown = ({ value, version }: Stored) => ({
  value: DAYS.find((days) => days === String(value)) ?? (String(value) as Days),
  version,
});

/** How long chat, the activity and what ran are kept. */
export function KeptDays() {
  return (
    <span className="row s2 text-soft" title="Chat, activity and what ran; older ones go once a day">
      kept
      <SettingChoice
        name="kept-days"
        label="Kept for"
        options={OPTIONS}
        ask={async () => shown(await answerOf(api.GET('/api/kept-days')))}
        save={async ({ value, version }) =>
          shown(await answerOf(api.PUT('/api/kept-days', { body: { value: Number(value), version } })))
        }
      />
    </span>
  );
}
