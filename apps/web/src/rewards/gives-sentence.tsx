import { GIVES } from '@gully/core/rewards';
import { Link } from 'react-router';
import { useCurrency } from '../currency/index.js';
import { ReferenceChoice } from '../script/index.js';
import { Choice, Fault, NumberBlank } from '../ui/index.js';
import { BenchTable } from './bench-table.js';
import { GIVES_WORDS } from './kind.js';
import type { RewardEditing } from './reward-editor.js';

/** What whoever buys it gets, as a sentence, with what only that needs. */
export function GivesSentence({ editing }: { readonly editing: RewardEditing }) {
  const { body, base, saved, faultOf, change } = editing;
  const currency = useCurrency();
  return (
    <div className="sentence roomy !mt-1">
      It gives{' '}
      <Choice
        label="What it gives"
        value={body.gives}
        draft={body.gives !== base.gives}
        options={GIVES.map((value) => ({ value, label: GIVES_WORDS[value] }))}
        onChange={(gives) => {
          change({ gives });
        }}
      />
      {body.gives === 'line' && (
        <>
          : one of{' '}
          <ReferenceChoice
            to="list"
            label="The list it hands out from"
            value={body.list}
            draft={body.list !== base.list}
            onChange={(list) => {
              change({ list });
            }}
          />
          , sent to the buyer alone and given to nobody else. You are told when{' '}
          <NumberBlank
            label="Lines left when you are told"
            value={body.warnAt}
            before={base.warnAt}
            wrong={faultOf('warnAt')}
            onChange={(warnAt) => {
              change({ warnAt });
            }}
          />{' '}
          are left
          {saved?.left != null && saved.gives === 'line' && (
            <span className="s2 text-soft"> ({saved.left.toLocaleString('en')} now)</span>
          )}
        </>
      )}
      {body.gives === 'share' && (
        <>
          :{' '}
          <NumberBlank
            label={`How much is split, in ${currency.many}`}
            value={body.share}
            before={base.share}
            wrong={faultOf('share')}
            onChange={(share) => {
              change({ share });
            }}
          />{' '}
          {currency.many}, among everyone else in the room
        </>
      )}
      {body.gives === 'hand-over' && (
        <>
          . It is then listed under{' '}
          <Link className="underline" to="/review/hand-over">
            To hand over
          </Link>
        </>
      )}
      .{body.gives === 'bench' && <BenchTable editing={editing} />}
      <p className="s2 mt-1 max-w-[72ch] leading-normal text-soft">
        {body.gives === 'routine'
          ? 'The steps below are what happens. If one of them fails and stops, the price is given back.'
          : 'The steps below happen as well, for a picture, a sound or a line in chat; there may be none.'}
      </p>
      <Fault>{faultOf('list')}</Fault>
      <Fault>{faultOf('warnAt')}</Fault>
      <Fault>{faultOf('share')}</Fault>
      <Fault>{faultOf('gives')}</Fault>
    </div>
  );
}
