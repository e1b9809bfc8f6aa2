import type { RewardMessage } from '@gully/core/rewards';
import type { RewardBody } from '@gully/core/rewards';
import type { Scope } from '@gully/core/text';
import { SaidText } from '../script/index.js';
import { MESSAGE_WORDS } from './kind.js';
import type { RewardEditing } from './reward-editor.js';

interface MessagesProps {
  readonly editing: RewardEditing;
  readonly scope: Scope;
  readonly onShowValues: () => void;
}

/** What is said of a purchase; only what can come about is shown. */
export function Messages({ editing, scope, onShowValues }: MessagesProps) {
  const { body, base, faultOf, change } = editing;
  return (
    <section aria-labelledby="said-title">
      <h2 id="said-title" className="mt-4 mb-1">
        What is said
      </h2>
      <p className="s2 mb-2 max-w-[70ch] text-soft">
        An empty text says nothing. Why someone cannot buy it is said by the command they typed.
      </p>
      <div className="grid max-w-[720px] gap-2.5">
        {messagesOf(body).map((message) => (
          <div key={message}>
            <span className="s2 block pb-1 text-soft">{MESSAGE_WORDS[message]}</span>
            <SaidText
              text={body.says[message]}
              label={MESSAGE_WORDS[message]}
              draft={body.says[message] !== base.says[message]}
              fault={faultOf(`says.${message}`)}
              scope={scope}
              onShowValues={onShowValues}
              onChange={(text) => {
                change({ says: { ...body.says, [message]: text } });
              }}
            />
          </div>
        ))}
      </div>
    </section>
  );
}

function messagesOf({ asks, gives }: RewardBody): RewardMessage[] {
  const asksInPrivate = asks.some((ask) => ask.private);
  return [
    'bought',
    'returned',
    ...(asksInPrivate ? (['asked', 'thanked'] as const) : []),
    ...(gives === 'line' ? (['handed'] as const) : []),
  ];
}
