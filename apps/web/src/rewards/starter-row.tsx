import { REWARD_STARTERS } from '@gully/core/rewards';
import { NEW } from '../ui/index.js';
import { drafts } from './kind.js';

/** Ready-made rewards to begin from, while nothing of a new one is written. */
export function StarterRow() {
  return (
    <p className="row flex-wrap !gap-1.5">
      <span className="s2 text-soft">Begin from</span>
      {REWARD_STARTERS.map(({ id, what, body }) => (
        <button
          key={id}
          type="button"
          className="btn s"
          title={what}
          onClick={() => {
            drafts.edit(NEW, undefined, structuredClone(body));
          }}
        >
          {body.name}
        </button>
      ))}
    </p>
  );
}
