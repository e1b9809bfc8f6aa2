import type { QueueBody } from '@gully/core/queue';
import type { Queue } from '../api/index.js';
import type { Editing } from '../editing/index.js';
import { Choice, DurationField, Fault, NumberBlank } from '../ui/index.js';

/** What becomes of a call, as a sentence. */
export function CallSentence({ editing }: { readonly editing: Editing<QueueBody, Queue> }) {
  const { body, base, faultOf, change } = editing;
  const { call } = body;
  const set = (part: Partial<QueueBody['call']>): void => {
    change({ call: { ...call, ...part } });
  };
  return (
    <div className="sentence roomy leading-9">
      Whoever is called has{' '}
      <DurationField
        label="Time to answer a call"
        value={call.seconds}
        unit="s"
        draft={call.seconds !== base.call.seconds}
        wrong={faultOf('call.seconds') !== undefined}
        onChange={(seconds) => {
          set({ seconds: seconds ?? Number.NaN });
        }}
      />{' '}
      to answer and is reminded halfway. Whoever misses it{' '}
      <Choice
        label="What a missed call leads to"
        value={call.missed}
        draft={call.missed !== base.call.missed}
        options={[
          { value: 'back', label: 'moves back, once,' },
          { value: 'out', label: 'is out of the queue' },
        ]}
        onChange={(missed) => {
          set({ missed });
        }}
      />
      {call.missed === 'back' && (
        <>
          {' '}
          by{' '}
          <NumberBlank
            label="Places they move back"
            value={call.places}
            before={base.call.places}
            wrong={faultOf('call.places')}
            onChange={(places) => {
              set({ places });
            }}
          />{' '}
          places
        </>
      )}
      ; then{' '}
      <Choice
        label="After a missed call"
        value={call.next ? 'next' : 'nobody'}
        draft={call.next !== base.call.next}
        options={[
          { value: 'nobody', label: 'nobody is called' },
          { value: 'next', label: 'the next one is called' },
        ]}
        onChange={(next) => {
          set({ next: next === 'next' });
        }}
      />
      . The handles are told{' '}
      <Choice
        label="Where handles are told"
        value={call.privately ? 'alone' : 'chat'}
        draft={call.privately !== base.call.privately}
        options={[
          { value: 'chat', label: 'in chat' },
          { value: 'alone', label: 'to the viewer alone' },
        ]}
        onChange={(where) => {
          set({ privately: where === 'alone' });
        }}
      />
      .<Fault>{faultOf('call.seconds')}</Fault>
      <Fault>{faultOf('call.places')}</Fault>
    </div>
  );
}
