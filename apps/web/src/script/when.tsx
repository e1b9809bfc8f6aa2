import { LIVE_CHOICES, whenInWords, type When } from '@gully/core/stream';
import { useQuery } from '@tanstack/react-query';
import { channelQuery, streamQuery } from '../live/index.js';
import { Choice, Fault, Opens, useTypedList } from '../ui/index.js';

interface WhenBlankProps {
  readonly when: When;
  readonly draft: boolean;
  readonly fault: string | undefined;
  readonly onChange: (when: When) => void;
}

const LIVE_WORDS: Readonly<Record<When['live'], string>> = {
  any: 'live or offline',
  live: 'only when live',
  offline: 'only when offline',
};

/** Live, offline or either, for choosing. */
export const LIVE_OPTIONS = LIVE_CHOICES.map((value) => ({ value, label: LIVE_WORDS[value] }));

/** The limits all things share: live or offline, categories, hours. */
export function WhenBlank({ when, draft, fault, onChange }: WhenBlankProps) {
  const { data: channel } = useQuery(channelQuery);
  const { data: stream } = useQuery(streamQuery);
  const { shown, take } = useTypedList(when.categories);
  const words = whenInWords(when);
  const hours = (['from', 'to'] as const).map((end) => (
    <label key={end} className="row">
      <span className="s2 text-soft">{end}</span>
      <input
        className="blank m !w-28"
        type="time"
        value={when[end]}
        onChange={(event) => {
          onChange({ ...when, [end]: event.target.value });
        }}
      />
    </label>
  ));
  return (
    <Opens shown={words} label={`When: ${words}`} draft={draft} wrong={fault !== undefined} part="when">
      <div className="grid w-[min(360px,80vw)] gap-2.5">
        <Choice
          label="Live or offline"
          value={when.live}
          options={LIVE_OPTIONS}
          onChange={(live) => {
            onChange({ ...when, live });
          }}
        />
        <label className="block">
          <span className="s2 block pb-1 text-soft">
            Only in these categories, separated by commas; empty for any
            {stream?.category ? `. Now: ${stream.category}` : ''}
          </span>
          <input
            className="blank"
            value={shown}
            placeholder="Underledge, Map drawing"
            autoComplete="off"
            onChange={(event) => {
              onChange({ ...when, categories: take(event.target.value) });
            }}
          />
        </label>
        <div className="row flex-wrap">{hours}</div>
        <p className="s2 text-soft">Hours of {channel?.timeZone ?? 'the streamer'}; may run past midnight.</p>
        <Fault>{fault}</Fault>
      </div>
    </Opens>
  );
}
