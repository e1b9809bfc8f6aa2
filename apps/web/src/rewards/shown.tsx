import { Fault } from '../ui/index.js';
import { ReferenceChoice } from '../script/index.js';
import type { RewardEditing } from './reward-editor.js';

const NONE = 'none';

/** What viewers are told of it where rewards are listed. */
export function Shown({ editing }: { readonly editing: RewardEditing }) {
  const { body, base, faultOf, change } = editing;
  return (
    <section className="mt-4" aria-labelledby="shown-title">
      <h2 id="shown-title">How it is shown</h2>
      <label className="mt-1 block max-w-[720px]">
        <span className="s2 block pb-1 text-soft">One line that says what it is</span>
        <input
          className={`blank ${body.description === base.description ? '' : 'draft'}`}
          value={body.description}
          placeholder="The bell rings, and everyone knows that soup is ready."
          autoComplete="off"
          onChange={({ target }) => {
            change({ description: target.value });
          }}
        />
      </label>
      <Fault>{faultOf('description')}</Fault>
      <p className="mt-2">
        Picture:{' '}
        <ReferenceChoice
          to="media"
          of={['picture']}
          label="Picture"
          value={body.picture === '' ? NONE : body.picture}
          draft={body.picture !== base.picture}
          otherwise={{ value: NONE, label: 'none' }}
          onChange={(picture) => {
            change({ picture: picture === NONE ? '' : picture });
          }}
        />
      </p>
      <Fault>{faultOf('picture')}</Fault>
    </section>
  );
}
