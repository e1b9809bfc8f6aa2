import { GAME_KINDS } from '@gully/core/games';
import { minutesFor } from '@gully/core/currency';
import { minutesInWords, useCurrency } from '../currency/index.js';
import { Choice, DurationField, Fault, NumberBlank } from '../ui/index.js';
import type { GameEditing } from './game-editor.js';

const BEGINS = [
  { value: 'player', label: 'with whoever plays first' },
  { value: 'hand', label: 'only when you or a routine open it' },
] as const;

/** What it is played for, who begins it, and how long it then rests; as a sentence. */
export function StakeSentence({ editing }: { readonly editing: GameEditing }) {
  const { body, base, faultOf, change } = editing;
  const { staked, begins, instant } = GAME_KINDS[body.kind];
  const currency = useCurrency();
  const { stake } = body;
  const minutes = minutesInWords(minutesFor(currency, stake.usual));
  const blank = (of: 'least' | 'most' | 'usual', label: string) => (
    <NumberBlank
      label={label}
      value={stake[of]}
      before={base.stake[of]}
      wrong={faultOf(`stake.${of}`)}
      onChange={(value) => {
        change({ stake: { ...stake, [of]: value } });
      }}
    />
  );
  return (
    <div className="sentence roomy !mt-2">
      {staked === 'amount' && (
        <>
          Viewers stake {blank('least', 'The least stake')} to {blank('most', 'The most that may be staked')}{' '}
          {currency.many}, and {blank('usual', 'The stake where none is typed')} where they type no amount
        </>
      )}
      {staked === 'price' && (
        <>
          One play costs{' '}
          <NumberBlank
            label={`What a play costs, in ${currency.many}`}
            value={stake.most}
            before={base.stake.most}
            wrong={faultOf('stake.most')}
            onChange={(value) => {
              change({ stake: { least: value, most: value, usual: value } });
            }}
          />{' '}
          {currency.many}
        </>
      )}
      {staked === 'nothing' && 'It costs nothing to play'}
      {staked !== 'nothing' && stake.usual > 0 && (
        <span className="s2 text-soft"> ({minutes} of watching)</span>
      )}
      {begins === 'either' && (
        <>
          . It begins{' '}
          <Choice
            label="How it begins"
            value={body.begins}
            draft={body.begins !== base.begins}
            options={BEGINS}
            onChange={(next) => {
              change({ begins: next });
            }}
          />
        </>
      )}
      {begins === 'hand' && <>. It begins when you, a timer or a routine open it</>}
      {begins === 'heard' ? '. It ' : ', and '}
      {'rests '}
      <DurationField
        label={instant ? 'Pause between two plays of anybody' : 'Pause after a round'}
        value={body.pause}
        unit="s"
        draft={body.pause !== base.pause}
        wrong={faultOf('pause') !== undefined}
        onChange={(next) => {
          change({ pause: next ?? Number.NaN });
        }}
      />{' '}
      {instant ? 'between two plays of anybody' : 'after each round'}.
      {['stake.least', 'stake.most', 'stake.usual', 'pause', 'begins'].map((place) => (
        <Fault key={place}>{faultOf(place)}</Fault>
      ))}
    </div>
  );
}
